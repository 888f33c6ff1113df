"use client";

import { ChooseOne } from "@/ui/choices";
import { Field, TextInput } from "@/ui/form";
import type { TestDraft } from "./test-draft";

interface SplitFieldsProps {
  readonly draft: TestDraft;
  readonly change: (part: Partial<TestDraft>) => void;
}

/** Swapped with its twin: between which places, and where the fault shows since. */
export function SwapFields({ draft: { swap }, change }: SplitFieldsProps) {
  const set = (part: Partial<TestDraft["swap"]>) => change({ swap: { ...swap, ...part } });
  const [first, second] = [swap.first || "the first place", swap.second || "the second"];
  return (
    <fieldset className="flex flex-col gap-3">
      <legend className="font-medium">What was swapped</legend>
      <div className="grid grid-cols-2 gap-3">
        <Field name="swap.first" label="From where the fault was">
          <TextInput value={swap.first} onChange={(event) => set({ first: event.target.value })} />
        </Field>
        <Field name="swap.second" label="To">
          <TextInput value={swap.second} onChange={(event) => set({ second: event.target.value })} />
        </Field>
      </div>
      <p className="font-medium">Where does the fault show now?</p>
      <ChooseOne
        label="Where the fault shows now"
        value={swap.shows}
        onChange={(shows) => set({ shows: SHOWS.find((each) => each === shows) ?? null })}
        choices={[
          { value: "second", label: `At ${second}: it moved` },
          { value: "first", label: `Still at ${first}` },
          { value: "both", label: "At both" },
          { value: "nowhere", label: "Nowhere: it is gone" },
        ]}
      />
    </fieldset>
  );
}

const SHOWS = ["first", "second", "both", "nowhere"] as const;
const YES_NO = [
  { value: "yes", label: "Yes" },
  { value: "no", label: "No" },
] as const;
const answerOf = (value: boolean | null) => (value === null ? null : value ? "yes" : "no");

/** Fed directly past its wiring, then looked for the command: splits part, wiring and control. */
export function FeedFields({ draft: { feed }, change }: SplitFieldsProps) {
  return (
    <fieldset className="flex flex-col gap-3">
      <legend className="font-medium">Fed directly, with a fused lead</legend>
      <p>Does it run?</p>
      <ChooseOne
        label="Runs when fed directly"
        value={answerOf(feed.runs)}
        onChange={(value) => change({ feed: { ...feed, runs: value === "yes" } })}
        choices={YES_NO}
      />
      {feed.runs && (
        <>
          <p>Back on its own plug: does the command reach it when it is asked to run?</p>
          <ChooseOne
            label="Command is there"
            value={answerOf(feed.commanded)}
            onChange={(value) => change({ feed: { ...feed, commanded: value === "yes" } })}
            choices={YES_NO}
          />
        </>
      )}
    </fieldset>
  );
}
