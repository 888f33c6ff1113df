"use client";

import Link from "next/link";
import type { SeenCode } from "@/core/codes";
import type { Confirmation } from "@/core/job";
import { CONFIRMATION_WORDS, RETURN_WORDS } from "@/core/entries";
import { vehicleName } from "@/core/vehicle";
import { minutesText, odometerText } from "@/features/shared/format";
import { useJobPage } from "./job-context";
import { SharedByCodes } from "./shared-by-codes";

const RUNGS = [
  "not proved",
  "tried before closing up",
  "same test passes",
  "codes stay clear",
  "driven as complained of",
  "held over time",
];

/** "P0299", "P0401 pending, back at once" */
function codeText({ code, status, returned }: SeenCode): string {
  const words = [...(status === "stored" ? [] : [status]), ...(returned ? [RETURN_WORDS[returned]] : [])];
  return words.length ? `${code} ${words.join(", ")}` : code;
}

function Code({ code }: { readonly code: SeenCode }) {
  const meaning = useJobPage().sheet.codeMeanings.find((each) => each.code === code.code);
  return (
    <p className="text-sm text-ink-soft" title={meaning?.note || undefined}>
      <Link href={`/codes?search=${code.code}`} prefetch={false} className="mono hover:underline">
        {codeText(code)}
      </Link>{" "}
      {meaning?.meaning}
    </p>
  );
}

function confirmationText({ result, times, tries }: Confirmation): string {
  return tries === null ? CONFIRMATION_WORDS[result] : `${CONFIRMATION_WORDS[result]}: ${times} of ${tries} tries`;
}

/** The vehicle, the complaint, and where the job stands. */
export function JobHead() {
  const { sheet, site } = useJobPage();
  const { job, vehicle, symptoms, facts, minutes, deadEndMinutes, findingText, rung, cameBack } = sheet;
  const unread = facts.coverage.filter(({ state }) => state !== "read").map(({ module }) => module);
  return (
    <div className="grid gap-x-8 gap-y-2 px-4 py-4 sm:px-6 lg:grid-cols-[1fr_1.5fr_auto]">
      <div>
        <h1 className="text-xl">
          <Link
            href={`/vehicles/${vehicle.id}`}
            prefetch={false}
            className="hover:underline"
            title="Everything done to it here"
          >
            {vehicleName(vehicle)}
          </Link>
        </h1>
        <p className="mono text-sm text-ink-soft">
          {[`job ${job.number}`, vehicle.plate, odometerText(job.odometerKm, site.unitSystem)]
            .filter(Boolean)
            .join(" · ")}
        </p>
        <p className="text-sm text-ink-soft">
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
      <div>
        <p className="text-base">“{job.complaint}”</p>
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
      <div className="lg:text-right">
        <p className="font-head text-xl font-semibold">{minutesText(minutes)}</p>
        <p className="text-sm text-ink-soft">
          {deadEndMinutes > 0 ? `${minutesText(deadEndMinutes)} in vain` : "nothing in vain"} ·{" "}
          {job.heldByName ?? "nobody has it"}
        </p>
        {findingText && (
          <p className={cameBack ? "text-sm font-medium text-brick" : "text-sm font-medium text-spruce"}>
            {findingText} · {cameBack ? "came back" : RUNGS[rung]}
          </p>
        )}
        {facts.closed && <p className="text-sm font-semibold">Closed</p>}
      </div>
    </div>
  );
}
