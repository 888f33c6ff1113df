import type { Role } from "@/server/auth/rights";

export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  apprentice: "Apprentice: records, does not close",
  technician: "Technician: works and closes jobs",
  desk: "Desk: takes complaints in, hands over",
  lead: "Lead: everything, and the team",
};
