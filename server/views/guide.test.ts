import { readdirSync } from "node:fs";
import { expect, test } from "vitest";
import { guideEntries, guidePage, guidePicture } from "./guide";

test("the guide shows every page of docs/guide, with pictures that are there and links that lead somewhere", async () => {
  const entries = await guideEntries();
  const files = readdirSync("docs/guide").map((file) => file.replace(/\.md$/, ""));
  expect(entries.map(({ key }) => key).sort()).toEqual(files.sort());
  expect(entries.length).toBeGreaterThan(10);
  let pictures = 0;
  for (const { key, title } of entries) {
    expect(title, key).not.toBe("");
    const page = await guidePage(key);
    if (!page) throw new Error(`no page ${key}`);
    expect(page.html, key).not.toContain("<h1");
    for (const [, name = ""] of page.html.matchAll(/src="\/api\/v1\/guide\/pictures\/([^"]+)"/g)) {
      expect((await guidePicture(name))?.subarray(1, 4).toString(), name).toBe("PNG");
      pictures++;
    }
    for (const [, link = ""] of page.html.matchAll(/href="\/guide\/([^"]+)"/g)) expect(files).toContain(link);
  }
  expect(pictures).toBeGreaterThan(8);
});

test("nothing else is read from the disk under its name", async () => {
  expect(await guidePage("../architecture")).toBeNull();
  for (const name of ["../guide/odds.md", "none.png", "..%2fx.png", "floor.png/../floor.png"])
    expect(await guidePicture(name)).toBeNull();
});
