import { USE_WORDS } from "@/core/known-failures";
import { vehicleName } from "@/core/vehicle";
import { dateText, minutesText, odometerText } from "@/features/shared/format";
import { engineHref, modelHref } from "@/features/shared/book-hrefs";
import type { ModelChoices } from "@/server/db/catalogue";
import type { Site } from "@/server/db/sites";
import type { VehicleHistory } from "@/server/views/vehicle-history";
import { Empty, Section } from "@/ui/section";
import { CorrectVehicle } from "./correct-vehicle";
import { Link } from "@/ui/link";

interface VehiclePageProps {
  readonly history: VehicleHistory;
  readonly site: Site;
  /** null for who may not correct it. */
  readonly models: readonly ModelChoices[] | null;
}

/** What the shop did to this vehicle: recent work is itself a suspect. */
export function VehiclePage({ history: { vehicle, jobs, parts }, site, models }: VehiclePageProps) {
  const variant = [
    vehicle.engine,
    vehicle.transmission,
    vehicle.drive,
    vehicle.market && `built for ${vehicle.market}`,
    vehicle.built && `in ${vehicle.built}`,
    vehicle.uses?.length && `used for ${vehicle.uses.map((use) => USE_WORDS[use] ?? use).join(", ")}`,
  ]
    .filter(Boolean)
    .join(" · ");
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">{vehicleName(vehicle)}</h1>
        <p className="flex flex-wrap gap-x-5">
          <Link href={modelHref(vehicle.make, vehicle.model)} className="inline-flex min-h-11 items-center underline">
            What {vehicle.make} {vehicle.model} is known for
          </Link>
          {vehicle.engine && (
            <Link href={engineHref(vehicle.engine)} className="inline-flex min-h-11 items-center underline">
              Engine {vehicle.engine}
            </Link>
          )}
        </p>
        <p className="mono text-sm text-ink-soft">
          {[vehicle.plate, vehicle.vin].filter(Boolean).join(" · ") || "no plate, no VIN"}
        </p>
        <p className="mb-2 text-sm text-ink-soft">{variant}</p>
        {models && <CorrectVehicle vehicle={vehicle} models={models} />}
      </div>
      <Section title="Jobs" aside={jobs.length === 1 ? "1 job" : `${jobs.length} jobs`}>
        <ul>
          {jobs.map((job) => (
            <li key={job.id} className="border-b border-rule">
              <Link
                href={`/jobs/${job.id}`}
                className="grid gap-x-5 gap-y-0.5 py-2.5 hover:bg-paper-2 md:grid-cols-[3.5rem_7rem_7.5rem_1fr_6rem]"
              >
                <span className="mono text-sm text-ink-soft">{job.number}</span>
                <span className="text-sm text-ink-soft">{dateText(job.openedAt, site.timeZone)}</span>
                <span className="mono text-sm whitespace-nowrap">{odometerText(job.odometerKm, site.unitSystem)}</span>
                <span>
                  <span className="block font-medium">
                    {job.outcome}
                    {job.cameBack && <span className="text-brick"> · came back</span>}
                    {job.lookAgainKm !== null && (
                      <span className="text-ochre-ink">
                        {" "}
                        · look again at {odometerText(job.lookAgainKm, site.unitSystem)}
                      </span>
                    )}
                  </span>
                  <span className="block text-sm text-ink-soft">“{job.complaint}”</span>
                </span>
                <span className="mono text-sm whitespace-nowrap md:text-right">{minutesText(job.minutes)}</span>
              </Link>
            </li>
          ))}
        </ul>
      </Section>
      <Section title="Parts fitted here" aside="a new part may be bad too">
        {parts.length === 0 && <Empty>No part was fitted to it here.</Empty>}
        <ul>
          {parts.map((part) => (
            <li
              key={`${part.jobId} ${part.at.toISOString()} ${part.component}`}
              className="flex flex-wrap items-baseline gap-x-5 border-b border-rule py-2"
            >
              <span className="text-sm text-ink-soft">{dateText(part.at, site.timeZone)}</span>
              <span className="font-medium">{part.name}</span>
              {part.partNumber && <span className="mono text-sm text-ink-soft">{part.partNumber}</span>}
              <span className={part.result === "no-change" ? "text-sm text-brick" : "text-sm"}>{part.resultText}</span>
              <span className="ml-auto text-sm text-ink-soft">
                {part.by}, job {part.number}
              </span>
            </li>
          ))}
        </ul>
      </Section>
    </div>
  );
}
