"use client";

import type { ReactNode } from "react";
import { minutesText } from "@/features/shared/format";
import type { KnownForLine } from "@/server/views/known-for";
import { BULLETIN_WORDS, DUE_WORDS, GRADE_WORDS } from "./words";
import { Link } from "@/ui/link";

interface KnownForLineProps {
  readonly each: KnownForLine;
  readonly children?: ReactNode;
}

/** One thing that such vehicles are known for: how far it is believed, when it comes, how to tell, and who may pay. */
export function KnownForItem({ each, children }: KnownForLineProps) {
  const { key, title, grade, due, check, mark, prevention } = each;
  return (
    <li className="border-b border-rule py-1.5">
      <Link href={`/known-failures/${key}`} className="font-medium hover:underline">
        {title}
      </Link>
      <span className="block text-sm">
        <span className={due === "now" ? "font-semibold text-ochre-ink" : ""}>{DUE_WORDS[due]}</span>
        {" · "}
        {GRADE_WORDS[grade]}
        {check && (
          <>
            {" · "}check: {check.title} <span className="mono">{minutesText(check.minutes)}</span>
          </>
        )}
        {mark && ` · not where you see: ${mark.toLowerCase()}`}
        {due === "soon" && prevention && ` · before it fails: ${prevention.toLowerCase()}`}
      </span>
      <BulletinLine each={each} />
      {children}
    </li>
  );
}

function BulletinLine({ each: { bulletin } }: { readonly each: KnownForLine }) {
  if (!bulletin || bulletin.covers === false) return null;
  const { kind, reference, pays, covers, state, reason } = bulletin;
  const standing =
    state === "done"
      ? "carried out"
      : state === "refused"
        ? `refused by the customer: ${reason}`
        : covers === null
          ? "its VIN or month says whether it is covered"
          : "open: it may be free, the customer decides";
  return (
    <span className={state === null && kind !== "bulletin" ? "block text-sm font-semibold" : "block text-sm"}>
      {BULLETIN_WORDS[kind]} <span className="mono">{reference}</span>
      {pays && `, pays ${pays}`}
      {kind !== "bulletin" && `: ${standing}`}
    </span>
  );
}

/** Those that matter today, and those that do not. */
export function byDue(known: readonly KnownForLine[]) {
  const isDue = ({ due, bulletin }: KnownForLine) =>
    due === "now" ||
    due === "soon" ||
    due === "any" ||
    (bulletin !== null && bulletin.state === null && bulletin.covers === true);
  return { today: known.filter(isDue), others: known.filter((each) => !isDue(each)) };
}
