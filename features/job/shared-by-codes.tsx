"use client";

import type { GroupKind, SharedGroup } from "@/core/codes";

const KIND_WORDS: Record<GroupKind, string> = {
  circuit: "are one circuit",
  supply: "share a supply",
  ground: "share a ground",
  bus: "speak over one bus",
};

/** "P0299 and P0401 share a supply: 5 V supply B." One look there before a part for each. */
export function SharedByCodes({ groups }: { readonly groups: readonly SharedGroup[] }) {
  if (!groups.length) return null;
  return (
    <ul aria-label="What the codes share" className="flex flex-col gap-1 border-l-4 border-spruce pl-3 text-sm">
      {groups.map(({ kind, title, codes, note }) => (
        <li key={title}>
          <span className="mono">{codes.slice(0, -1).join(", ")}</span> and <span className="mono">{codes.at(-1)}</span>{" "}
          {KIND_WORDS[kind]}: <span className="font-semibold">{title}</span>.{note && ` ${note}`}
        </li>
      ))}
    </ul>
  );
}
