"use client";

import { useState } from "react";
import { CodesField, MODULES, NO_CODE, writtenCodes, type CodeDraft } from "@/features/shared/codes-field";
import { ChooseSome } from "@/ui/choices";
import { useJobCommand } from "../use-job-command";
import { JobForm } from "./job-form";
import { MinutesField, numberOrText } from "./minutes-field";

/** Codes with their status, and which modules were read: no code from an unread module is no evidence. */
export function ScanDialog() {
  const command = useJobCommand("record-scan", "Scan saved");
  const [codes, setCodes] = useState<readonly CodeDraft[]>([NO_CODE]);
  const [modulesRead, setModulesRead] = useState<string[]>([]);
  const [minutes, setMinutes] = useState("5");
  return (
    <JobForm
      title="Scan"
      lead="Every module. Where one was not read, its silence says nothing."
      command={command}
      fields={["minutes", "codes"]}
      save="Save the scan"
      onSubmit={() => command.save({ codes: writtenCodes(codes), modulesRead, minutes: numberOrText(minutes) })}
    >
      <CodesField value={codes} onChange={setCodes} />
      <div>
        <p className="mb-2 font-medium">Modules that were read</p>
        <ChooseSome
          label="Modules that were read"
          values={modulesRead}
          onChange={setModulesRead}
          choices={MODULES.map((module) => ({ value: module, label: module }))}
        />
      </div>
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}
