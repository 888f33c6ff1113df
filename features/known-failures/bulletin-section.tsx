import { dateText } from "@/features/shared/format";
import { BULLETIN_WORDS } from "@/features/shared/known-for/words";
import type { Site } from "@/server/db/sites";
import type { KnownFailurePage } from "@/server/views/known-failure-page";
import { Section } from "@/ui/section";

/** What a maker says of it, and what it pays. */
export function BulletinSection({ page: { known }, site }: { readonly page: KnownFailurePage; readonly site: Site }) {
  const { bulletin } = known.details;
  if (!bulletin) return null;
  const { kind, reference, pays, until, vins, built } = bulletin;
  return (
    <Section title={BULLETIN_WORDS[kind]} aside={reference}>
      <p className="pt-2">
        {pays && `Pays: ${pays}. `}
        {kind === "bulletin"
          ? ""
          : until
            ? `Until ${dateText(new Date(`${until}T12:00:00Z`), site.timeZone)}. `
            : "Without end. "}
        {vins && (
          <span>
            VIN <span className="mono">{vins[0]}</span> to <span className="mono">{vins[1]}</span>.{" "}
          </span>
        )}
        {built && (
          <span>
            Built <span className="mono">{built[0]}</span> to <span className="mono">{built[1]}</span>.{" "}
          </span>
        )}
        {kind !== "bulletin" && "The gate and the job say whether a vehicle is covered, before work on it is paid for."}
      </p>
    </Section>
  );
}
