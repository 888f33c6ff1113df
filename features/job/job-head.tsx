"use client";

import { ChevronDown } from "lucide-react";
import { useState } from "react";
import type { SeenCode } from "@/core/codes";
import type { Confirmation } from "@/core/job";
import { CONFIRMATION_WORDS, RETURN_WORDS } from "@/core/entries";
import { vehicleName } from "@/core/vehicle";
import { minutesText, odometerText } from "@/features/shared/format";
import { classNames } from "@/ui/class-names";
import { useJobPage } from "./job-context";
import { SharedByCodes } from "./shared-by-codes";
import { Link } from "@/ui/link";

const RUNGS = [
  "not proved",
  "tried before closing up",
  "same test passes",
  "codes stay clear",
  "driven as complained of",
  "held over time",
];

/** The vehicle, the complaint and where the job stands, in three lines; all that was told and read unfolds. */
export function JobHead() {
  const { sheet, site } = useJobPage();
  const { job, vehicle } = sheet;
  const [unfolded, setUnfolded] = useState(false);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-6 px-4 py-2 sm:px-6 lg:grid-cols-[minmax(0,18rem)_minmax(0,1fr)_auto] print:block">
      <div className="min-w-0">
        <h1 className="truncate text-xl leading-tight print:whitespace-normal">
          <Link href={`/vehicles/${vehicle.id}`} className="hover:underline" title="Everything done to it here">
            {vehicleName(vehicle)}
          </Link>
        </h1>
        <p className="mono truncate text-sm text-ink-soft print:whitespace-normal">
          {[`job ${job.number}`, vehicle.plate, odometerText(job.odometerKm, site.unitSystem)]
            .filter(Boolean)
            .join(" · ")}
        </p>
        <p className={classNames("text-sm text-ink-soft lg:block", !unfolded && "hidden lg:truncate print:block")}>
          {[
            vehicle.engine && `engine ${vehicle.engine}`,
            vehicle.transmission,
            vehicle.market && `built for ${vehicle.market}`,
            vehicle.built && `in ${vehicle.built}`,
          ]
            .filter(Boolean)
            .join(" · ")}
        </p>
      </div>
      <div className="order-last col-span-2 min-w-0 pt-1 lg:order-none lg:col-span-1 lg:pt-0">
        <div className="sm:hidden">
          <Found />
        </div>
        <Told unfolded={unfolded} onUnfold={() => setUnfolded(!unfolded)} />
      </div>
      <Standing />
    </div>
  );
}

/** So many symptoms and codes have room in two lines with what each code means. */
const MOST_IN_FULL = 2;

interface ToldProps {
  readonly unfolded: boolean;
  readonly onUnfold: () => void;
}

/** What the customer said, what the vehicle shows, and its codes. */
function Told({ unfolded, onUnfold }: ToldProps) {
  const { job, symptoms, facts, codeMeanings } = useJobPage().sheet;
  const meaningOf = (code: string) => codeMeanings.find((each) => each.code === code)?.meaning;
  // Where much is told the codes stand alone, so that what they share is in sight as well.
  const isBrief = symptoms.length + facts.codes.length > MOST_IN_FULL;
  const chips = [
    ...symptoms,
    ...(facts.confirmation ? [confirmationText(facts.confirmation)] : []),
    ...facts.codes.map((code) => [codeText(code), isBrief ? "" : meaningOf(code.code)].filter(Boolean).join(": ")),
  ];
  return (
    <>
      <p className={classNames("text-base leading-snug", !unfolded && "truncate lg:whitespace-normal lg:line-clamp-1")}>
        “{job.complaint}”
      </p>
      <div className="flex items-start gap-2">
        {unfolded ? (
          <All />
        ) : (
          <ul
            aria-label="What it shows"
            className="flex max-h-7 min-w-0 grow flex-wrap gap-x-2 gap-y-1 overflow-hidden pt-1 text-sm lg:max-h-14 print:max-h-none"
          >
            {chips.map((chip) => (
              <li key={chip} className="max-w-full truncate border border-rule-strong px-1.5 leading-5.5">
                {chip}
              </li>
            ))}
            <Hints />
          </ul>
        )}
        <button
          type="button"
          aria-expanded={unfolded}
          aria-label={unfolded ? "Fold the complaint" : "Unfold the complaint"}
          onClick={onUnfold}
          className="no-print -my-1.5 ml-auto inline-flex size-11 shrink-0 items-center justify-center hover:bg-paper-2"
        >
          <ChevronDown aria-hidden size={20} className={unfolded ? "rotate-180" : undefined} />
        </button>
      </div>
    </>
  );
}

/** What the codes say together, in a few words. */
function Hints() {
  const { sharedByCodes, silentModules } = useJobPage().sheet;
  return (
    <>
      {sharedByCodes.map(({ title, codes }) => (
        <li key={title} className="max-w-full truncate leading-5.5 text-spruce">
          <span className="mono">{codes.join(" and ")}</span>: {title}
        </li>
      ))}
      {silentModules.map(({ code, module }) => (
        <li key={code} className="max-w-full truncate leading-5.5 text-spruce">
          {module} module: missing and silent
        </li>
      ))}
    </>
  );
}

/** Every symptom, code and hint on a line of its own. */
function All() {
  const { sheet } = useJobPage();
  const { symptoms, facts } = sheet;
  const unread = facts.coverage.filter(({ state }) => state !== "read").map(({ module }) => module);
  return (
    <div className="min-w-0 grow">
      {symptoms.map((symptom) => (
        <p key={symptom} className="text-sm text-ink-soft">
          {symptom}
        </p>
      ))}
      {facts.confirmation && <p className="text-sm text-ink-soft">{confirmationText(facts.confirmation)}</p>}
      {facts.codes.map((code) => (
        <Code key={`${code.code} ${code.module}`} code={code} />
      ))}
      <SharedByCodes groups={sheet.sharedByCodes} />
      {sheet.silentModules.map(({ code, module }) => (
        <p key={code} className="border-l-4 border-spruce pl-3 text-sm">
          <span className="mono">{code}</span> reports the {module} module missing, and it did not answer: look at its
          supply, ground and bus first.
        </p>
      ))}
      {unread.length > 0 && <p className="text-sm text-ink-soft">not read: {unread.join(", ")}</p>}
    </div>
  );
}

/** "P0299", "P0401 pending, back at once" */
function codeText({ code, status, returned }: SeenCode): string {
  const words = [...(status === "stored" ? [] : [status]), ...(returned ? [RETURN_WORDS[returned]] : [])];
  return words.length ? `${code} ${words.join(", ")}` : code;
}

function Code({ code }: { readonly code: SeenCode }) {
  const meaning = useJobPage().sheet.codeMeanings.find((each) => each.code === code.code);
  return (
    <p className="text-sm text-ink-soft" title={meaning?.note || undefined}>
      <Link href={`/codes?search=${code.code}`} className="mono hover:underline">
        {codeText(code)}
      </Link>{" "}
      {meaning?.meaning}
    </p>
  );
}

function confirmationText({ result, times, tries }: Confirmation): string {
  return tries === null ? CONFIRMATION_WORDS[result] : `${CONFIRMATION_WORDS[result]}: ${times} of ${tries} tries`;
}

/** Minutes spent, minutes lost, who has it, and how far the cause is proved. */
function Standing() {
  const { job, facts, minutes, deadEndMinutes } = useJobPage().sheet;
  return (
    <div className="max-w-80 text-right">
      <p className="font-head text-xl leading-tight font-semibold">{minutesText(minutes)}</p>
      <p className={classNames("text-sm text-ink-soft", deadEndMinutes === 0 && "hidden sm:block")}>
        {deadEndMinutes > 0 ? `${minutesText(deadEndMinutes)} in vain` : "nothing in vain"}
        <span className="hidden sm:inline"> · {job.heldByName ?? "nobody has it"}</span>
      </p>
      <div className="hidden sm:block">
        <Found />
      </div>
      {facts.closed && <p className="text-sm font-semibold">Closed</p>}
    </div>
  );
}

/** What was found, and how far it is proved: on a phone in a line of its own. */
function Found() {
  const { facts, findingText, rung, cameBack } = useJobPage().sheet;
  const solved = facts.finding?.result === "root-cause";
  if (!findingText) return null;
  return (
    <p
      className={classNames(
        "line-clamp-2 text-sm font-medium",
        cameBack ? "text-brick" : solved ? "text-spruce" : "text-ink",
      )}
    >
      {findingText}
      {(cameBack || solved) && ` · ${cameBack ? "came back" : RUNGS[rung]}`}
    </p>
  );
}
