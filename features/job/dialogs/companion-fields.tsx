"use client";

import { X } from "lucide-react";
import { useState } from "react";
import { COMPANION_WORDS, companionText } from "@/core/entries";
import { COMPANION_KINDS, isUnchecked, type CheckOff, type Companion, type CompanionKind } from "@/core/repair";
import { Button } from "@/ui/button";
import { SelectInput, TextInput } from "@/ui/form";
import { Unfold } from "@/ui/unfold";

interface CompanionFieldsProps {
  /** Of the book and of earlier jobs, in their order. */
  readonly known: readonly Companion[];
  readonly checkOffs: readonly CheckOff[];
  readonly onChange: (checkOffs: readonly CheckOff[]) => void;
}

/** What goes with it: a tap takes what the book or earlier jobs know, another when it is done. */
export function CompanionFields({ known, checkOffs, onChange }: CompanionFieldsProps) {
  const [what, setWhat] = useState("");
  const [kind, setKind] = useState<CompanionKind>("renew");
  const [value, setValue] = useState("");
  const names = new Set(checkOffs.map((each) => each.what));
  const others = [...new Map(known.map((each) => [each.what, each])).values()].filter((each) => !names.has(each.what));
  const add = () => {
    onChange([...checkOffs, { kind, what: what.trim(), value: value.trim() || null, source: null, done: false }]);
    setWhat("");
    setValue("");
  };
  return (
    <section aria-label="Goes with it" className="flex flex-col gap-2">
      <p className="font-medium">Goes with it</p>
      {checkOffs.map((each) => (
        <CompanionRow
          key={each.what}
          each={each}
          onChange={(next) => onChange(checkOffs.map((other) => (other === each ? next : other)))}
          onDrop={() => onChange(checkOffs.filter((other) => other !== each))}
        />
      ))}
      {others.length > 0 && (
        <div className="flex flex-wrap gap-2">
          {others.map((each) => (
            <Button
              key={each.what}
              className="text-sm"
              onClick={() =>
                onChange([
                  ...checkOffs,
                  { kind: each.kind, what: each.what, value: each.value, source: each.source, done: false },
                ])
              }
            >
              + {companionText(each)}
            </Button>
          ))}
        </div>
      )}
      <Unfold title="Something else goes with it" small>
        <div className="grid gap-2 py-2 sm:grid-cols-[1fr_8rem]">
          <TextInput
            aria-label="What goes with it"
            placeholder="single-use bolts, seal, bleeding, belt"
            value={what}
            maxLength={120}
            onChange={(event) => setWhat(event.target.value)}
          />
          <SelectInput
            aria-label="What is to be done with it"
            value={kind}
            onChange={(event) => setKind(COMPANION_KINDS.find((each) => each === event.target.value) ?? "renew")}
          >
            {COMPANION_KINDS.map((each) => (
              <option key={each} value={each}>
                {COMPANION_WORDS[each]}
              </option>
            ))}
          </SelectInput>
          <TextInput
            aria-label="Torque or value"
            placeholder="torque or value: 22 N.m + 90°"
            value={value}
            maxLength={80}
            onChange={(event) => setValue(event.target.value)}
          />
          <Button disabled={!what.trim() || names.has(what.trim())} onClick={add}>
            Add
          </Button>
        </div>
      </Unfold>
    </section>
  );
}

interface CompanionRowProps {
  readonly each: CheckOff;
  readonly onChange: (next: CheckOff) => void;
  readonly onDrop: () => void;
}

function CompanionRow({ each, onChange, onDrop }: CompanionRowProps) {
  return (
    <div className="flex flex-col gap-1 border-b border-rule">
      <div className="flex items-center justify-between gap-2">
        <label className="flex min-h-11 grow items-center gap-3">
          <input
            type="checkbox"
            checked={each.done}
            onChange={(event) => onChange({ ...each, done: event.target.checked })}
            className="size-6 shrink-0 accent-ink"
          />
          <span>
            {each.what}
            {each.value && <span className="mono"> {each.value}</span>}{" "}
            <span className="text-sm text-ink-soft">{COMPANION_WORDS[each.kind]}</span>
            {isUnchecked(each) && <span className="block text-sm font-semibold text-ochre-ink">to be checked</span>}
          </span>
        </label>
        <button
          type="button"
          aria-label={`Leave out ${each.what}`}
          className="inline-flex size-11 items-center justify-center hover:bg-paper-2"
          onClick={onDrop}
        >
          <X aria-hidden size={20} />
        </button>
      </div>
      {each.value !== null && (
        <TextInput
          aria-label={`Where ${each.value} is from`}
          placeholder="where the value is from: maker’s sheet, page"
          value={each.source ?? ""}
          maxLength={120}
          className="mb-2"
          onChange={(event) => onChange({ ...each, source: event.target.value || null })}
        />
      )}
    </div>
  );
}
