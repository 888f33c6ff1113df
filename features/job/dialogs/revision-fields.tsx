"use client";

import { mixedRevisions, type RepairWork } from "@/core/repair";
import { Button } from "@/ui/button";
import { Field, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";

interface RevisionFieldsProps {
  readonly component: string;
  readonly place: string;
  readonly work: RepairWork;
  readonly mixing: RepairWork["mixing"];
  readonly onChange: (work: Partial<RepairWork>) => void;
}

/** The revision that is fitted and those beside it, held against the rules on which may run together. */
export function RevisionFields({ component, place, work, mixing, onChange }: RevisionFieldsProps) {
  const { facts } = useJobPage().sheet;
  if (!mixing.length && !work.revision) return null;
  const before = facts.parts.filter((part) => part.component === component);
  const clash = mixedRevisions([...before, { component, place: place || null, work: { ...work, mixing } }]);
  const setBeside = (at: number, next: { place: string; revision: string }) =>
    onChange({ beside: work.beside.map((each, nth) => (nth === at ? next : each)) });
  return (
    <section aria-label="Revisions" className="flex flex-col gap-2">
      <Field name="work.revision" label="Revision" hint={mixing.map(({ revision }) => revision).join(", ")}>
        <TextInput
          value={work.revision ?? ""}
          maxLength={40}
          className="mono max-w-60"
          onChange={(event) => onChange({ revision: event.target.value || null })}
        />
      </Field>
      {work.beside.map((each, at) => (
        <div key={at} className="grid grid-cols-2 gap-2">
          <TextInput
            aria-label={`Other place ${at + 1}`}
            placeholder="place: cylinder 2"
            value={each.place}
            onChange={(event) => setBeside(at, { ...each, place: event.target.value })}
          />
          <TextInput
            aria-label={`Revision at other place ${at + 1}`}
            placeholder="revision there"
            className="mono"
            value={each.revision}
            onChange={(event) => setBeside(at, { ...each, revision: event.target.value })}
          />
        </div>
      ))}
      <Button
        look="quiet"
        className="self-start text-sm"
        onClick={() => onChange({ beside: [...work.beside, { place: "", revision: "" }] })}
      >
        What runs at another place
      </Button>
      {clash.map(({ one, other }) => (
        <p key={one.place + other.place} role="alert" className="border-l-4 border-brick bg-brick-pale px-3 py-2">
          Revision {one.revision} ({one.place}) may not run with {other.revision} ({other.place}).
        </p>
      ))}
    </section>
  );
}
