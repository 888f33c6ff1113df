import "server-only";
import type { Book } from "@/core/book";
import { codeFeature, conditionFeature, symptomFeature, type CaseFile } from "@/core/case";
import type { SiteId, VehicleId } from "@/core/ids";
import { causeMark, trialMark, vehicleMarks, type Mark } from "@/core/lesson";
import { stemsOf } from "@/core/finder";
import type { Understood, UnderstoodKind } from "@/core/search";
import type { Vehicle } from "@/core/vehicle";
import type { AskedFor } from "@/server/db/asked-jobs";
import type { Db } from "@/server/db/pool";
import { maybeVehicle } from "@/server/db/vehicles";
import type { Question } from "./question";

const keysOf = (understood: readonly Understood[], kind: UnderstoodKind) =>
  understood.filter((each) => each.kind === kind).map(({ key }) => key);

/** Nothing is said of it. */
const NO_VEHICLE: Vehicle = {
  make: "",
  model: "",
  year: 0,
  engine: null,
  transmission: null,
  drive: null,
  market: null,
};

/** The vehicle that a question speaks of: the one with its plate, else as far as it is described; what is not said of it is empty. */
export async function askedVehicle(db: Db, siteId: SiteId, understood: readonly Understood[]): Promise<Vehicle> {
  const [plate] = keysOf(understood, "plate");
  const known = plate ? await maybeVehicle(db, siteId, plate as VehicleId) : null;
  if (known) return known;
  const first = (kind: UnderstoodKind) => keysOf(understood, kind)[0] ?? null;
  const model = understood.find(({ kind }) => kind === "model");
  return {
    ...NO_VEHICLE,
    make: first("make") ?? model?.owner ?? "",
    model: model?.key ?? "",
    year: Number(first("year") ?? 0),
    engine: first("engine"),
    transmission: first("transmission"),
  };
}

/** A case of which nothing is told yet but its vehicle. */
export const NOTHING_TOLD: Omit<CaseFile, "vehicle"> = {
  odometerKm: null,
  symptoms: [],
  codes: [],
  modulesScanned: [],
  tests: [],
  repairsTried: [],
  access: [],
};

/** A question as a case for the engine; null where it tells of nothing that a vehicle shows. */
export function askedCase({ understood }: Question, vehicle: Vehicle): CaseFile | null {
  const conditions = keysOf(understood, "condition");
  const symptoms = keysOf(understood, "symptom").map((key, at) => ({ key, conditions: at === 0 ? conditions : [] }));
  const codes = keysOf(understood, "code").map((code) => ({ code, module: null, status: "stored" as const }));
  if (!symptoms.length && !codes.length) return null;
  return { ...NOTHING_TOLD, vehicle, symptoms, codes };
}

/** One thing that was asked for, by the marks of the jobs that have it. */
export interface AskedMarks {
  readonly of: Understood;
  readonly marks: readonly Mark[];
}

/** What closed jobs are looked for by. */
export function marksOfQuestion({ understood }: Question, book: Book): readonly AskedMarks[] {
  const components = new Set(keysOf(understood, "component"));
  const failures = new Set(keysOf(understood, "failure"));
  const causes = book.causes.filter(
    ({ component, failure }) =>
      (!components.size || components.has(component)) && (!failures.size || failures.has(failure)),
  );
  const marksOf = (each: Understood): readonly Mark[] => {
    switch (each.kind) {
      case "symptom":
        return [symptomFeature(each.key)];
      case "condition":
        return [conditionFeature(each.key)];
      case "code":
        return [codeFeature(each.key)];
      case "engine":
      case "transmission":
      case "model": {
        const mark = vehicleMarks({ ...NO_VEHICLE, make: each.owner, [each.kind]: each.key })[each.kind];
        return mark ? [mark] : [];
      }
      case "component":
        return [
          ...causes.filter(({ component }) => component === each.key).map(({ key }) => causeMark(key)),
          trialMark("part", each.key),
        ];
      case "failure":
        return causes.filter(({ failure }) => failure === each.key).map(({ key }) => causeMark(key));
      default:
        return [];
    }
  };
  return understood.flatMap((of) => {
    const marks = marksOf(of);
    return marks.length ? [{ of, marks }] : [];
  });
}

/** So many words that nothing is called are looked for in what customers said. */
const MOST_WORDS = 4;
const LEAST_WORD = 3;

/** The same as the database looks for it, and of how many parts it is. */
export function askedFor(
  question: Question,
  asked: readonly AskedMarks[],
): { readonly what: AskedFor; readonly parts: number } {
  const { understood, rest } = question;
  const [make = null] = keysOf(understood, "make");
  const [year = null] = keysOf(understood, "year");
  const [partNumber = null] = keysOf(understood, "part-number");
  const vehicleIds = keysOf(understood, "plate");
  const complaint = [...new Set(rest.flatMap(stemsOf))]
    .filter(({ length }) => length >= LEAST_WORD)
    .slice(0, MOST_WORDS);
  const alone = [make, year, partNumber].filter((each) => each !== null).length;
  return {
    what: {
      groups: asked.map(({ marks }) => marks),
      make,
      year: year === null ? null : Number(year),
      vehicleIds,
      partNumber,
      complaint,
    },
    parts: asked.length + alone + (vehicleIds.length ? 1 : 0) + complaint.length,
  };
}
