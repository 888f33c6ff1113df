"use client";

import { CODE_STATUSES, isCodeStatus, readCode } from "@/core/codes";
import { Button } from "@/ui/button";
import { Field, SelectInput, TextInput } from "@/ui/form";
import type { CodeDraft } from "./code-draft";
import { CodesAtOnce } from "./codes-at-once";

export type { CodeDraft } from "./code-draft";

export const NO_CODE: CodeDraft = { code: "", module: "", status: "stored" };

interface CodesFieldProps {
  readonly value: readonly CodeDraft[];
  /** The modules that may hold a code, by their names. */
  readonly modules: readonly string[];
  readonly onChange: (value: readonly CodeDraft[]) => void;
}

/** Fault codes, one a row, with module and status; a code that is none is said at once. */
export function CodesField({ value, modules, onChange }: CodesFieldProps) {
  const change = (at: number, draft: CodeDraft) => onChange(value.map((each, index) => (index === at ? draft : each)));
  return (
    <div className="flex flex-col gap-3">
      <CodesAtOnce onTake={(codes) => onChange(added(value, codes))} />
      {value.map((draft, at) => (
        <div key={at} className="grid grid-cols-[1fr_1fr] gap-2 sm:grid-cols-[8rem_1fr_9rem]">
          <Field name={`codes[${at}].code`} label={`Code ${at + 1}`}>
            <TextInput
              value={draft.code}
              onChange={(event) => change(at, { ...draft, code: event.target.value.toUpperCase() })}
              placeholder="P0299"
              maxLength={8}
              className="mono"
            />
          </Field>
          <Field name={`codes[${at}].module`} label="Module">
            <SelectInput
              value={draft.module}
              onChange={(event) => change(at, { ...draft, module: event.target.value })}
            >
              <option value="">not stated</option>
              {[...new Set([...modules, ...(draft.module ? [draft.module] : [])])].map((module) => (
                <option key={module}>{module}</option>
              ))}
            </SelectInput>
          </Field>
          <Field name={`codes[${at}].status`} label="Status">
            <SelectInput
              value={draft.status}
              onChange={(event) =>
                isCodeStatus(event.target.value) && change(at, { ...draft, status: event.target.value })
              }
            >
              {CODE_STATUSES.map((status) => (
                <option key={status}>{status}</option>
              ))}
            </SelectInput>
          </Field>
          {draft.code.length >= 5 && !readCode(draft.code) && (
            <p className="col-span-full text-sm font-medium text-brick">
              “{draft.code}” is no fault code: P, C, B or U, then four characters.
            </p>
          )}
        </div>
      ))}
      <Button className="self-start" onClick={() => onChange([...value, NO_CODE])}>
        {value.length ? "Another code" : "Add a code"}
      </Button>
    </div>
  );
}

/** What was taken from the line behind what stands there; the same code again keeps its latest status. */
function added(value: readonly CodeDraft[], codes: readonly CodeDraft[]): readonly CodeDraft[] {
  const again = new Set(codes.map(({ code }) => code));
  return [...writtenCodes(value).filter(({ code, module }) => module !== "" || !again.has(code)), ...codes];
}

/** The rows that hold something. */
export function writtenCodes(value: readonly CodeDraft[]): readonly CodeDraft[] {
  return value.filter(({ code }) => code.trim());
}
