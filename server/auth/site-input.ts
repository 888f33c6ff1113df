import "server-only";
import Joi from "joi";
import type { Site } from "@/server/db/sites";
import { line } from "@/server/input";

const timeZone = () =>
  Joi.string()
    .max(60)
    .custom((value: string, helpers) =>
      isTimeZone(value) ? value : helpers.message({ custom: "is no time zone, such as Europe/Oslo" }),
    );

function isTimeZone(name: string): boolean {
  try {
    return Boolean(new Intl.DateTimeFormat("en", { timeZone: name }));
  } catch {
    return false;
  }
}

/** What may be changed of a site; what its money is counted in stays as it was when the first part was paid for. */
export type SiteChange = Omit<Site, "id" | "currency">;

const changeable = {
  name: line(120).required(),
  timeZone: timeZone().required(),
  ratePerHour: Joi.number().greater(0).max(100_000).precision(2).required(),
  unitSystem: Joi.string().valid("metric", "imperial").required(),
};

export const siteChangeInput = (): Joi.ObjectSchema<SiteChange> => Joi.object(changeable);

/** A site as it is opened. */
export const siteInput = (): Joi.ObjectSchema<Omit<Site, "id">> =>
  Joi.object({
    ...changeable,
    currency: Joi.string()
      .uppercase()
      .pattern(/^[A-Z]{3}$/, "three letters, such as EUR")
      .required(),
  });
