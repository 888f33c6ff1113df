/** `npm run bench:screens`: how every screen does by Lighthouse, on a phone and at a desk, and what it weighs. */
import { spawn } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { CHROMIUM } from "./lib/debian.mjs";
import { run } from "./lib/say.mjs";
import { root } from "./lib/settings.mjs";
import { withThrowawayDemo } from "./lib/throwaway.mjs";

/** Of 100, in each category. */
const WANTED = 95;
/** Compressed bytes that a job sheet may weigh. */
const WANTED_BYTES = { script: 200_000, page: 40_000 };
const CATEGORIES = ["performance", "accessibility", "best-practices"];
const PRESETS = { phone: [], desk: ["--preset=desktop"] };

await run(() => withThrowawayDemo(["chromium"], measure));

/** @param {{ origin: string }} demo */
async function measure({ origin }) {
  const folder = mkdtempSync(join(tmpdir(), "dead-ends-screens-"));
  try {
    const cookie = await signedIn(origin);
    const headers = join(folder, "headers.json");
    writeFileSync(headers, JSON.stringify({ Cookie: cookie }));
    const wanted = process.argv.slice(2);
    const screens = (await screensOf(origin, cookie)).filter(({ name }) => !wanted.length || wanted.includes(name));
    console.log(
      `Lighthouse, of 100 (wanted: ${WANTED} each): ${CATEGORIES.join(", ")}; compressed kB of scripts and page`,
    );
    let missed = 0;
    for (const { name, path } of screens)
      for (const [preset, flags] of Object.entries(PRESETS)) {
        const found = await look(`${origin}${path}`, { flags, headers, folder });
        const low = found.scores.some((score) => score < WANTED);
        const heavy = name === "sheet" && (found.script > WANTED_BYTES.script || found.page > WANTED_BYTES.page);
        if (low || heavy) missed += 1;
        const kB = (bytes) => (bytes / 1000).toFixed(0).padStart(4);
        const scores = found.scores.map((score) => String(score).padStart(4)).join("");
        console.log(
          `${name.padEnd(12)} ${preset.padEnd(6)} ${scores}  ${kB(found.script)} ${kB(found.page)}${low || heavy ? "  <" : ""}`,
        );
        for (const failing of found.failing) console.log(`    ${failing}`);
      }
    console.log(missed ? `${missed} are below what is wanted.` : "All are as wanted.");
    return 0;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The screens that are looked at: the job is the open one with the longest trail. */
async function screensOf(origin, cookie) {
  const floor = await (await fetch(origin, { headers: { cookie } })).text();
  const sheets = [...floor.matchAll(/href="(\/jobs\/[0-9a-f-]{36})"/g)].map(([, path]) => path);
  const pages = await Promise.all(
    sheets.map(async (path) => (await (await fetch(origin + path, { headers: { cookie } })).text()).length),
  );
  const longest = sheets[pages.indexOf(Math.max(...pages))];
  const at = (name, path) => ({ name, path });
  return [
    // The least that this server and this machine make of any page: what the others are to be read against.
    at("bare", "/sign-in"),
    at("floor", "/"),
    at("sheet", longest),
    at("closed", "/jobs/closed"),
    at("gate", "/jobs/new"),
    at("book", "/book"),
    at("ask", "/book?q=packet+low+power+uphill+P0299"),
    at("known", "/known-failures"),
    at("repairs", "/repairs"),
    at("procedures", "/procedures"),
    at("words", "/words"),
    at("codes", "/codes"),
    at("catalogue", "/catalogue"),
    at("calculators", "/calculators"),
  ];
}

async function look(url, { flags, headers, folder }) {
  const out = join(folder, "report.json");
  const args = [
    join(root, "node_modules/lighthouse/cli/index.js"),
    url,
    "--quiet",
    "--output=json",
    `--output-path=${out}`,
    `--only-categories=${CATEGORIES.join(",")}`,
    `--extra-headers=${headers}`,
    "--chrome-flags=--headless=new --no-sandbox --disable-dev-shm-usage",
    ...flags,
  ];
  await new Promise((done, fail) => {
    const child = spawn(process.execPath, args, {
      env: { ...process.env, CHROME_PATH: CHROMIUM },
      stdio: ["ignore", "ignore", "inherit"],
    });
    child.on("exit", (code) => (code === 0 ? done() : fail(new Error(`Lighthouse ended with ${code} on ${url}`))));
  });
  const { categories, audits } = JSON.parse(readFileSync(out, "utf8"));
  const requests = audits["network-requests"]?.details?.items ?? [];
  const bytes = (type) =>
    requests.filter((each) => each.resourceType === type).reduce((sum, each) => sum + each.transferSize, 0);
  const isFailing = ({ id }) =>
    audits[id].score !== null && audits[id].score < 0.9 && audits[id].scoreDisplayMode === "binary";
  return {
    scores: CATEGORIES.map((key) => Math.round(categories[key].score * 100)),
    script: bytes("Script"),
    page: bytes("Document"),
    failing: CATEGORIES.flatMap((key) => categories[key].auditRefs.filter(isFailing).map(({ id }) => audits[id].title)),
  };
}

async function signedIn(origin) {
  const response = await fetch(`${origin}/api/v1/session`, {
    method: "POST",
    headers: { "content-type": "application/json", origin },
    body: JSON.stringify({ name: "Ilka Venn", passphrase: "four wet roads" }),
  });
  if (!response.ok) throw new Error(`signing in: ${response.status}`);
  return response.headers.getSetCookie()[0].split(";")[0];
}
