"use client";

import type { ChangeEvent, ReactNode } from "react";
import { Field, SelectInput, TextInput } from "@/ui/form";

/** What is typed of a site. */
export type TypedSite = Readonly<Record<"siteName" | "timeZone" | "ratePerHour" | "unitSystem", string>>;

export const siteOf = ({ siteName, timeZone, ratePerHour, unitSystem }: TypedSite) => ({
  name: siteName,
  timeZone,
  ratePerHour: Number(ratePerHour.replace(",", ".")),
  unitSystem,
});

interface SiteFieldsProps {
  /** What a control for one of them wants. */
  readonly text: (name: keyof TypedSite) => {
    readonly value: string;
    readonly onChange: (event: ChangeEvent<HTMLInputElement | HTMLSelectElement>) => void;
  };
  /** Where the site stands in what is sent: "site.", or nothing. */
  readonly at: string;
  /** What its money is counted in, where that is asked: it stands beside what an hour costs. */
  readonly currency?: ReactNode;
}

/** What an hour costs, time zone and units of a site. */
export function SiteFields({ text, at, currency }: SiteFieldsProps) {
  return (
    <>
      <Field name={`${at}ratePerHour`} label="An hour at the lift costs" hint="turns part prices into minutes">
        <TextInput {...text("ratePerHour")} inputMode="decimal" />
      </Field>
      {currency}
      <Field name={`${at}unitSystem`} label="Units">
        <SelectInput {...text("unitSystem")}>
          <option value="metric">km, °C, bar</option>
          <option value="imperial">miles, °F, psi</option>
        </SelectInput>
      </Field>
      <Field name={`${at}timeZone`} label="Time zone">
        <TextInput {...text("timeZone")} />
      </Field>
    </>
  );
}
