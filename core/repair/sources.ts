/** Where a part is from; `repaired`: the old one stayed in. */
export const PART_SOURCES = ["new-maker", "new-other", "used", "rebuilt", "repaired"] as const;
export type PartSource = (typeof PART_SOURCES)[number];
