"use client";

import { useState } from "react";
import { MODULE_STATES, type ModuleCoverage, type ModuleState } from "@/core/job";
import type { ModuleReading } from "@/server/devices/read-vehicle";
import { groupsAmong, readCode, type FaultCode } from "@/core/codes";
import { SharedByCodes } from "../shared-by-codes";
import { CodesField, MODULES, NO_CODE, writtenCodes, type CodeDraft } from "@/features/shared/codes-field";
import { Button } from "@/ui/button";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { JobForm } from "./job-form";
import { PluggedVehicles } from "./plugged-vehicle";
import { ReportField } from "./report-field";
import { MinutesField, minutesOrText } from "./minutes-field";

const STATE_WORDS: Record<ModuleState, string> = {
  read: "read",
  "no-answer": "no answer",
  unreadable: "not readable",
};

type Coverage = Readonly<Record<string, ModuleState>>;

/** Codes with their status, and how every module answered: no code from an unread module is no evidence. */
export function ScanDialog() {
  const { sheet } = useJobPage();
  const command = useJobCommand("record-scan", "Scan saved");
  const [codes, setCodes] = useState<readonly CodeDraft[]>([NO_CODE]);
  const [coverage, setCoverage] = useState<Coverage>({});
  const [said, setSaid] = useState(NOTHING_SAID);
  const [minutes, setMinutes] = useState("5");
  const inState = (state: ModuleState) => MODULES.filter((module) => coverage[module] === state);
  // Reading takes a while: what was typed or tapped meanwhile stays.
  const takeIn = (found: readonly FaultCode[], answers: readonly ModuleCoverage[]) => {
    setCodes((now) => withCodes(now, found));
    setCoverage((now) => ({ ...now, ...Object.fromEntries(answers.map(({ module, state }) => [module, state])) }));
  };
  const save = () =>
    command.save({
      codes: writtenCodes(codes),
      modulesRead: inState("read"),
      modulesSilent: inState("no-answer"),
      modulesUnreadable: inState("unreadable"),
      ...said,
      minutes: minutesOrText(minutes),
    });
  return (
    <JobForm
      title="Scan"
      lead="Every module. Where one was not read, its silence says nothing."
      command={command}
      fields={["minutes", "codes"]}
      save="Save the scan"
      onSubmit={save}
    >
      <PluggedVehicles
        steps={[{ verb: "Read" }]}
        jobVin={sheet.vehicle.vin}
        onRead={(readings) => {
          takeIn(codesOf(readings), readings);
          setSaid(saidBy(readings));
        }}
      />
      <ReportField
        jobVin={sheet.vehicle.vin}
        onTake={({ codes: found, modules }) =>
          takeIn(
            found,
            modules.map((name) => ({ module: name, state: "read" })),
          )
        }
      />
      <CodesField value={codes} onChange={setCodes} />
      <SharedByCodes
        groups={groupsAmong(
          codes.flatMap(({ code }) => readCode(code) ?? []),
          sheet.codeGroups,
        )}
      />
      <fieldset>
        <legend className="mb-1 font-medium">How each module answered</legend>
        <Button
          className="mb-2"
          onClick={() => setCoverage(Object.fromEntries(MODULES.map((module) => [module, "read" as const])))}
        >
          Every module was read
        </Button>
        {MODULES.map((module) => (
          <ModuleRow
            key={module}
            module={module}
            state={coverage[module] ?? null}
            onChange={(state) => setCoverage(withState(coverage, module, state))}
          />
        ))}
      </fieldset>
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}

/** What only the vehicle itself tells: kept with the scan. */
const NOTHING_SAID: Pick<ModuleReading, "vin" | "readiness" | "freezeFrame"> = {
  vin: null,
  readiness: null,
  freezeFrame: null,
};

function saidBy(readings: readonly ModuleReading[]): typeof NOTHING_SAID {
  const first = <Name extends keyof typeof NOTHING_SAID>(name: Name) =>
    readings.map((reading) => reading[name]).find((value) => value !== null) ?? null;
  return { vin: first("vin"), readiness: first("readiness"), freezeFrame: first("freezeFrame") };
}

const codesOf = (readings: readonly ModuleReading[]) => readings.flatMap((reading) => reading.codes);

/** Codes that were read in the place of empty rows, behind what was typed already. */
function withCodes(before: readonly CodeDraft[], codes: readonly FaultCode[]): readonly CodeDraft[] {
  const known = new Set(writtenCodes(before).map(({ code, module }) => `${code} ${module}`));
  const added = codes.map(({ code, module, status }) => ({ code, module: module ?? "", status }));
  return [...writtenCodes(before), ...added.filter(({ code, module }) => !known.has(`${code} ${module}`))];
}

function withState(coverage: Coverage, module: string, state: ModuleState | null): Coverage {
  const others = Object.fromEntries(Object.entries(coverage).filter(([each]) => each !== module));
  return state ? { ...others, [module]: state } : others;
}

interface ModuleRowProps {
  readonly module: string;
  readonly state: ModuleState | null;
  readonly onChange: (state: ModuleState | null) => void;
}

/** A second tap takes an answer back: the module was not asked. */
function ModuleRow({ module, state, onChange }: ModuleRowProps) {
  return (
    <div className="flex flex-wrap items-center gap-x-2 border-b border-rule py-1" role="group" aria-label={module}>
      <span className="w-full shrink-0 sm:w-28">{module}</span>
      {MODULE_STATES.map((each) => (
        <button
          key={each}
          type="button"
          aria-pressed={state === each}
          aria-label={`${module}: ${STATE_WORDS[each]}`}
          className="min-h-11 border border-rule-strong bg-sheet px-3 hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
          onClick={() => onChange(state === each ? null : each)}
        >
          {STATE_WORDS[each]}
        </button>
      ))}
    </div>
  );
}
