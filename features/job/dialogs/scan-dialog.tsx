"use client";

import type { ModuleCoverage, ModuleState } from "@/core/job";
import type { ModuleReading } from "@/server/devices/read-vehicle";
import type { JobSheet } from "@/server/views/job-sheet";
import { groupsAmong, readCode, type FaultCode } from "@/core/codes";
import { SharedByCodes } from "../shared-by-codes";
import { CodesField, NO_CODE, writtenCodes, type CodeDraft } from "@/features/shared/codes-field";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";
import { ModuleRows, modulesToChoose, type Coverage } from "./module-rows";
import { PluggedVehicles } from "./plugged-vehicle";
import { ReportField } from "./report-field";
import { MinutesField, minutesOrText } from "./minutes-field";

/** Codes with their status, and how every module answered: no code from an unread module is no evidence. */
export function ScanDialog() {
  const { sheet } = useJobPage();
  const form = useJobForm("scan", {
    codes: [NO_CODE] as readonly CodeDraft[],
    coverage: readAgain(sheet.proof.codes),
    said: NOTHING_SAID,
    minutes: "5",
  });
  const command = useJobCommand("record-scan", "Scan saved", { form });
  const [codes, setCodes] = form.field("codes");
  const [coverage, setCoverage] = form.field("coverage");
  const [said, setSaid] = form.field("said");
  const [minutes, setMinutes] = form.field("minutes");
  const inState = (state: ModuleState) => Object.keys(coverage).filter((module) => coverage[module] === state);
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
      form={form}
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
      <CodesField value={codes} modules={modulesToChoose(sheet.modules, coverage)} onChange={setCodes} />
      <SharedByCodes
        groups={groupsAmong(
          codes.flatMap(({ code }) => readCode(code) ?? []),
          sheet.codeGroups,
        )}
      />
      <ModuleRows choices={sheet.modules} value={coverage} onChange={setCoverage} />
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}

/** After a clearing the modules that held the codes are read once more: they stand there ready. */
const readAgain = (codes: JobSheet["proof"]["codes"]): Coverage =>
  codes.kind === "not-read" ? Object.fromEntries(codes.modules.map((module) => [module, "read"])) : {};

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
