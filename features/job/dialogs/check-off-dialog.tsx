"use client";

import { isUnchecked } from "@/core/repair";
import { TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText } from "./minutes-field";

/** What goes with a repair, in the order in which it is done: each checked off, each value with where it is from. */
export function CheckOffDialog({ partSeq }: { readonly partSeq: number }) {
  const { facts } = useJobPage().sheet;
  const part = facts.parts.find(({ seq }) => seq === partSeq);
  const all = part?.work?.checkOffs ?? [];
  const form = useJobForm(`check-off ${partSeq}`, {
    done: all.flatMap(({ what, done }) => (done ? [what] : [])),
    sources: {} as Readonly<Record<string, string>>,
    minutes: "",
  });
  const command = useJobCommand("check-off", "Saved", { form });
  const [done, setDone] = form.field("done");
  const [sources, setSources] = form.field("sources");
  const [minutes, setMinutes] = form.field("minutes");
  const checks = all.flatMap((each) => {
    const isDone = done.includes(each.what);
    const source = sources[each.what]?.trim() || null;
    return isDone === each.done && source === null ? [] : [{ what: each.what, done: isDone, source }];
  });
  return (
    <JobForm
      title="Goes with the repair"
      lead="In this order. A value that nobody can say where it is from stays marked."
      command={command}
      form={form}
      fields={["minutes"]}
      save="Save"
      disabled={!checks.length}
      onSubmit={() => command.save({ partSeq, checks, minutes: minutesOrText(minutes) })}
    >
      <ul>
        {all.map((each) => (
          <li key={each.what} className="border-b border-rule">
            <label className="flex min-h-11 items-center gap-3">
              <input
                type="checkbox"
                checked={done.includes(each.what)}
                onChange={(event) =>
                  setDone((now) =>
                    event.target.checked ? [...now, each.what] : now.filter((what) => what !== each.what),
                  )
                }
                className="size-6 accent-ink"
              />
              <span>
                {each.what}
                {each.value && <span className="mono"> {each.value}</span>}
                {each.source && <span className="text-sm text-ink-soft"> {each.source}</span>}
                {isUnchecked(each) && <span className="ml-2 text-sm font-semibold text-ochre-ink">to be checked</span>}
              </span>
            </label>
            {isUnchecked(each) && (
              <TextInput
                aria-label={`Where ${each.value} is from`}
                placeholder="where the value is from: maker’s sheet, page"
                value={sources[each.what] ?? ""}
                maxLength={120}
                className="mb-2"
                onChange={(event) => setSources((now) => ({ ...now, [each.what]: event.target.value }))}
              />
            )}
          </li>
        ))}
      </ul>
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}
