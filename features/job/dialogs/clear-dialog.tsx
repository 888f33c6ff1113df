"use client";

import { homeModule, type CodeReturn } from "@/core/codes";
import type { ModuleReading } from "@/server/devices/read-vehicle";
import { ChooseOne } from "@/ui/choices";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";
import { PluggedVehicles, type ReadStep } from "./plugged-vehicle";
import { MinutesField, minutesOrText } from "./minutes-field";

const RETURNS: readonly { readonly value: CodeReturn; readonly label: string }[] = [
  { value: "at-once", label: "At once" },
  { value: "key-cycle", label: "After a key cycle" },
  { value: "drive", label: "After a drive" },
  { value: "not", label: "Not so far" },
];

const STEPS = [
  { verb: "Clear and read", clearFirst: true, when: "at-once" },
  { verb: "Key off and on, read again", acts: ["key-off", "key-on"], when: "key-cycle" },
  { verb: "Driven, read again", acts: ["drive"], when: "drive" },
] as const satisfies readonly (ReadStep & { readonly when: CodeReturn })[];

/** Clear and see: each code that comes back, and when, is evidence. */
export function ClearDialog() {
  const { sheet } = useJobPage();
  const { codes } = sheet.facts;

  const form = useJobForm("clear", { returned: {} as Readonly<Record<string, string>>, minutes: "5" });
  const command = useJobCommand("record-clear", "Saved", { form });
  const [returned, setReturned] = form.field("returned");
  const [minutes, setMinutes] = form.field("minutes");
  const keyOf = ({ code, module }: (typeof codes)[number]) => `${code} ${module ?? ""}`;
  /**
   * What the modules hold right after clearing is back at once, what they hold only after a key cycle or a drive is back by then;
   * what they do not hold is not, so far. A permanent code cannot be cleared by a tool and says nothing.
   */
  const seenAgain = (readings: readonly ModuleReading[], { when }: (typeof STEPS)[number]) => {
    const now = codes.flatMap((each) => {
      const reading = readings.find(
        ({ module, state }) => state === "read" && module === (each.module ?? homeModule(each.code)),
      );
      if (!reading) return [];
      const back = reading.codes.some(({ code, status }) => code === each.code && status !== "permanent");
      return [{ key: keyOf(each), back }];
    });
    setReturned((before) => {
      const known = when === "at-once" ? {} : before;
      const news = now.map(({ key, back }) => {
        const earlier = known[key] && known[key] !== "not" ? known[key] : null;
        return [key, earlier ?? (back ? when : "not")] as const;
      });
      return { ...before, ...Object.fromEntries(news) };
    });
  };
  const save = () => {
    const returns = codes.flatMap((each) => {
      const when = RETURNS.find(({ value }) => value === returned[keyOf(each)])?.value;
      return when ? [{ code: each.code, module: each.module, returned: when }] : [];
    });
    return command.save({ returns, minutes: minutesOrText(minutes) });
  };
  return (
    <JobForm
      title="Clear and see"
      lead="Cleared is not repaired. Which code came back, and when?"
      command={command}
      form={form}
      fields={["minutes"]}
      save="Save"
      onSubmit={save}
    >
      {codes.length > 0 && <PluggedVehicles steps={STEPS} jobVin={sheet.vehicle.vin} onRead={seenAgain} />}
      {codes.length === 0 && <p>No code is on this job yet: scan first.</p>}
      {codes.map((each) => (
        <div key={keyOf(each)}>
          <p className="mb-2">
            <span className="mono">{each.code}</span> {each.status}
            {each.module && `, ${each.module}`}
          </p>
          <ChooseOne
            label={`${each.code} came back`}
            value={returned[keyOf(each)] ?? null}
            onChange={(value) => setReturned({ ...returned, [keyOf(each)]: value })}
            choices={RETURNS}
          />
        </div>
      ))}
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}
