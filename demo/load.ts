import { inTransaction, pool, type Db } from "@/server/db/pool";
import { randomUUID } from "node:crypto";
import type { PersonId, CommandId } from "@/core/ids";
import { hashPassphrase } from "@/server/auth/passphrase";
import type { Actor } from "@/server/auth/session";
import { setUpShop } from "@/server/auth/set-up";
import { ensureCause } from "@/server/db/book";
import { setKnownFailure } from "@/server/db/known-failures";
import { setMarkPicture } from "@/server/db/mark-pictures";
import { insertProcedure, readProcedure } from "@/server/db/procedures";
import { setRepair, writeRepairSheet } from "@/server/db/repairs";
import { setMarketMatters } from "@/server/db/catalogue";
import { setCodeEntry } from "@/server/db/code-entries";
import { setCodeGroup } from "@/server/db/code-groups";
import { findCommand, insertCommand } from "@/server/db/commands";
import { setDesignedCase } from "@/server/db/designed-cases";
import { setInstrument } from "@/server/db/instruments";
import { findPersonByName, insertPerson, listPeople } from "@/server/db/people";
import { firstSite, type Site } from "@/server/db/sites";
import { addDays, format, subDays } from "date-fns";
import {
  CODE_ENTRIES,
  CODE_GROUPS,
  DESIGNED_CASES,
  REPAIRS,
  REPAIR_SHEETS,
  INSTRUMENTS,
  MARKET_MATTERS,
  knownFailures,
  PROCEDURES,
} from "./book";
import { dismissProposal } from "@/server/db/proposals";
import { loadKnownFailuresView } from "@/server/views/known-failures";
import { runImport } from "@/server/casebook/run-import";
import { spoolCasebook } from "@/server/casebook/spool";
import { archive } from "./archive";
import { GENERATED_JOBS, playGenerated } from "./generated";
import type { Stage } from "./play";
import { uuidOf } from "./random";
import { playStories, STORIES } from "./stories";
import { PASSPHRASE, PEOPLE, SHOP, type PersonName } from "./world";
import { sleevedLoom } from "./pictures";

const LOADED = uuidOf("loaded") as CommandId;

/**
 * Fills an empty database with the made-up workshop, its dates running up to `now`. A load that was cut off goes on where it
 * stopped: every write has a fixed id and is applied once.
 * @returns loaded false where the demo is there already
 * @throws Error where the database holds another shop
 */
export async function loadDemo(
  now: Date,
  onProgress: (done: number, of: number) => void,
): Promise<{ loaded: boolean; jobs: number }> {
  const site = await firstSite(pool());
  if (site && site.name !== SHOP.name)
    throw new Error("This database holds a shop already; the demo goes into an empty one only.");
  if (await findCommand(pool(), LOADED)) return { loaded: false, jobs: 0 };
  if (!site) await setUpShop({ shop: SHOP, name: PEOPLE[0].name, passphrase: PASSPHRASE }, subDays(now, 500));
  const stage = await makeStage(now);
  await inTransaction((db) => writeBook(db, stage, now));
  await bringOver(stage, now);
  const of = GENERATED_JOBS + STORIES;
  let done = 0;
  const onJob = () => onProgress(++done, of);
  await playGenerated(stage, now, onJob);
  await playStories(stage, now, onJob);
  await settleProposals(stage, now);
  // The models are there once their first vehicle came in.
  for (const { make, model, text } of MARKET_MATTERS) await setMarketMatters(pool(), make, model, text);
  await inTransaction((db) =>
    insertCommand(db, {
      id: LOADED,
      name: "demo-loaded",
      requestHash: Buffer.alloc(0),
      personId: null,
      tokenId: null,
      now,
    }),
  );
  return { loaded: true, jobs: of };
}

/** The lead has looked at what the jobs propose: all but the one that stands out most is wear, and was dismissed. */
async function settleProposals(stage: Stage, now: Date): Promise<void> {
  const lead = stage.actors.get("Ilka Venn");
  if (!lead) throw new Error("demo: the lead is missing");
  const [, ...others] = (await loadKnownFailuresView(pool())).proposals;
  for (const { component, failure, applies, jobs } of others)
    await dismissProposal(
      pool(),
      { component, failure, applies, jobs: jobs.length, reason: "wear, and these are driven more than the others" },
      { id: lead.personId, at: now },
    );
}

/** The jobs of the years before come in as a casebook, as a shop brings over what it kept elsewhere. */
async function bringOver(stage: Stage, now: Date): Promise<void> {
  const lead = stage.actors.get("Ilka Venn");
  if (!lead) throw new Error("demo: the lead is missing");
  async function* pieces() {
    yield Buffer.from(JSON.stringify(archive(now)));
  }
  const read = await spoolCasebook(pieces(), MOST_BYTES);
  if (!read.ok) throw new Error("demo: the archive is no casebook");
  try {
    const done = await runImport({ id: uuidOf("archive") as CommandId, actor: lead, casebook: read.casebook, now });
    // A load that was cut off after it has brought them over with the dates of that day.
    if (!done.ok && done.why === "invalid")
      throw new Error(`demo: the archive was refused: ${JSON.stringify(done).slice(0, 2000)}`);
  } finally {
    await read.casebook.dispose();
  }
}

const MOST_BYTES = 1 << 26;

async function makeStage(now: Date): Promise<Stage> {
  const site = await firstSite(pool());
  if (!site) throw new Error("demo: the shop was not set up");
  for (const { name, role } of PEOPLE.slice(1)) {
    if (await findPersonByName(pool(), name)) continue;
    const person = { id: randomUUID() as PersonId, siteId: site.id, name, role, active: true };
    await insertPerson(pool(), {
      ...person,
      ...(await hashPassphrase(PASSPHRASE)),
      createdAt: subDays(now, 500),
      createdBy: null,
    });
  }
  return { actors: await actorsOf(site) };
}

async function actorsOf(site: Site): Promise<ReadonlyMap<PersonName, Actor>> {
  const people = await listPeople(pool(), site.id);
  return new Map(
    PEOPLE.map(({ name }) => {
      const person = people.find((each) => each.name === name);
      if (!person) throw new Error(`demo: ${name} is missing`);
      return [name, { personId: person.id, siteId: site.id, name, role: person.role, tokenId: null }];
    }),
  );
}

async function writeBook(db: Db, stage: Stage, now: Date): Promise<void> {
  const [first] = PROCEDURES;
  if (first && (await readProcedure(db, first.key))) return;
  const lead = stage.actors.get("Ilka Venn");
  if (!lead) throw new Error("demo: the lead is missing");
  for (const repair of REPAIRS) {
    await ensureCause(db, repair, lead.personId, now);
    await setRepair(db, repair, lead.personId, now);
  }
  for (const sheet of REPAIR_SHEETS) await writeRepairSheet(db, sheet, lead.personId, now);
  for (const procedure of PROCEDURES) await insertProcedure(db, procedure, lead.personId, now);
  for (const known of knownFailures((days) => subDays(now, days).toISOString())) {
    const by = known.proposed ? stage.actors.get("Tomas Orrel") : lead;
    await setKnownFailure(db, known, (by ?? lead).personId, now);
  }
  const picture = { pattern: "packet-door-loom", mediaType: "image/jpeg", content: await sleevedLoom() };
  await setMarkPicture(db, picture, { id: lead.personId, at: now });
  for (const meter of INSTRUMENTS)
    await setInstrument(
      db,
      lead.siteId,
      { ...meter, id: uuidOf(meter.name), calibrationDue: format(addDays(now, meter.dueInDays), "yyyy-MM-dd") },
      { id: lead.personId, at: now },
    );
  for (const entry of CODE_ENTRIES) await setCodeEntry(db, entry, lead.personId, now);
  for (const group of CODE_GROUPS) await setCodeGroup(db, { ...group, id: uuidOf(group.title) }, lead.personId, now);
  for (const each of DESIGNED_CASES) await setDesignedCase(db, { ...each, id: uuidOf(each.what) }, lead.personId, now);
}
