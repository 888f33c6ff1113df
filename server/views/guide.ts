import "server-only";
import { readFile } from "node:fs/promises";
import { join } from "node:path";
import { marked } from "marked";

/** The guide: the same pages as in docs/guide, in the order in which a newcomer meets things. */
const PAGES = [
  "first-day",
  "taking-a-vehicle-in",
  "the-job-sheet",
  "codes",
  "running-a-test",
  "odds",
  "repairs",
  "proof",
  "comebacks",
  "known-failures",
  "asking",
  "numbers",
  "casebook",
] as const;

const GUIDE = join(process.cwd(), "docs", "guide");
const PICTURES = join(process.cwd(), "docs", "screenshots");

export interface GuideEntry {
  readonly key: string;
  readonly title: string;
}

export interface GuidePage extends GuideEntry {
  /** Our own text, made HTML. */
  readonly html: string;
  readonly next: GuideEntry | null;
}

const textOf = (key: string) => readFile(join(GUIDE, `${key}.md`), "utf8");
const titleOf = (text: string) => /^# (.+)$/m.exec(text)?.[1] ?? "";

/** Every page with its title. */
export async function guideEntries(): Promise<readonly GuideEntry[]> {
  return Promise.all(PAGES.map(async (key) => ({ key, title: titleOf(await textOf(key)) })));
}

/** One page; null where the guide has none of that name. */
export async function guidePage(key: string): Promise<GuidePage | null> {
  const at = PAGES.findIndex((each) => each === key);
  if (at < 0) return null;
  const text = await textOf(key);
  const html = await marked.parse(text.replace(/^# .+$/m, ""));
  const after = PAGES[at + 1];
  return {
    key,
    title: titleOf(text),
    html: html
      .replaceAll('src="../screenshots/', 'src="/api/v1/guide/pictures/')
      .replace(/href="([a-z-]+)\.md"/g, 'href="/guide/$1"'),
    next: after ? { key: after, title: titleOf(await textOf(after)) } : null,
  };
}

const PICTURE = /^[a-z-]{1,40}\.png$/;

/** A picture of the guide; null where there is none of that name. */
export async function guidePicture(name: string): Promise<Buffer | null> {
  if (!PICTURE.test(name)) return null;
  return readFile(join(PICTURES, name)).catch(() => null);
}
