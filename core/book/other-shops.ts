import { ALL_VEHICLES, type GroupKey } from "@/core/vehicle";
import { type Book, type Count, type CountsByCause, countsIn, totalOf } from "./counts";

/**
 * What a book counts. Of other shops' casebooks as far as a lead lets them count: `weight` and `elsewhere.counted` carry the lead's factor.
 */
export type Counted = Pick<Book, "groups" | "features" | "codesByModule" | "outcomes">;

/** What one job of another shop counts beside one of ours, until a lead says otherwise. */
export const FIRST_WEIGHT_OF_OTHERS = 0.33;

/** How much others may say on a piece of ground: so many jobs where this shop has none, and less and less as it gets to `halvedAt`. */
interface Room {
  readonly jobs: number;
  readonly halvedAt: number;
}

/** In the whole book: some 200 causes with a job or two each, which is what it takes to tell them apart. */
const ROOM_IN_BOOK: Room = { jobs: 300, halvedAt: 100 };
/** In one group of vehicles: enough to say which cause is common there. */
const ROOM_IN_GROUP: Room = { jobs: 10, halvedAt: 1 };

/** Where this shop has jobs of its own, all others together weigh half of them at most: they are never louder. */
const OTHERS_AT_MOST = 0.5;

/**
 * By what the weights of others are multiplied on a piece of ground, 0 to 1.
 * @param own what this shop's jobs weigh there, in jobs
 * @param others what the others' weigh there, in jobs
 */
export function shareOfOthers(own: number, others: number, room: Room): number {
  if (others <= 0) return 1;
  const most = Math.max(OTHERS_AT_MOST * own, room.jobs / (1 + own / room.halvedAt));
  return Math.min(1, most / others);
}

/** What is counted over the whole book, others' beside the own, and by what share theirs was taken. */
export function bookBesideOthers(own: Counted, others: Counted): { readonly counted: Counted; readonly share: number } {
  const weightIn = ({ groups }: Counted) => totalOf(countsIn(groups, ALL_VEHICLES)).weight;
  const share = shareOfOthers(weightIn(own), weightIn(others), ROOM_IN_BOOK);
  const nested = (field: "codesByModule" | "outcomes") => {
    const joined = new Map(own[field]);
    for (const [key, inner] of others[field])
      joined.set(key, allBesideOthers(own[field].get(key) ?? new Map(), inner, share));
    return joined;
  };
  return {
    counted: {
      groups: allBesideOthers(own.groups, others.groups, share),
      features: allBesideOthers(own.features, others.features, share),
      codesByModule: nested("codesByModule"),
      outcomes: nested("outcomes"),
    },
    share,
  };
}

/** Groups of vehicles, others' counts beside the own: in none of them do others say more than in the whole book. */
export function groupsBesideOthers(own: Book["groups"], others: Book["groups"], shareInBook: number): Book["groups"] {
  const joined = new Map<GroupKey, CountsByCause>(own);
  for (const [group, theirs] of others) {
    const ours = countsIn(own, group);
    const share = Math.min(shareInBook, shareOfOthers(totalOf(ours).weight, totalOf(theirs).weight, ROOM_IN_GROUP));
    joined.set(group, besideOthers(ours, theirs, share));
  }
  return joined;
}

/** Own counts with others' beside them, these for a share of what they weigh. Jobs stay whole: they are for the sentence. */
function besideOthers(own: CountsByCause, others: CountsByCause | undefined, share: number): CountsByCause {
  if (!others?.size) return own;
  const joined = new Map(own);
  for (const [cause, { jobs, weight, elsewhere }] of others) {
    const before = own.get(cause);
    joined.set(cause, {
      jobs: (before?.jobs ?? 0) + jobs,
      weight: (before?.weight ?? 0) + weight * share,
      elsewhere: { jobs, counted: (elsewhere?.counted ?? jobs) * share },
    });
  }
  return joined;
}

/** The same for counts by a key. */
function allBesideOthers<Key extends string>(
  own: ReadonlyMap<Key, CountsByCause>,
  others: ReadonlyMap<Key, CountsByCause>,
  share: number,
): ReadonlyMap<Key, CountsByCause> {
  const joined = new Map(own);
  for (const [key, counts] of others) joined.set(key, besideOthers(own.get(key) ?? NONE, counts, share));
  return joined;
}

const NONE: CountsByCause = new Map();

/** How many jobs a count is worth to the arithmetic: own ones whole, others' as far as they count. */
export const heard = ({ jobs, elsewhere }: Count): number =>
  elsewhere ? jobs - elsewhere.jobs + elsewhere.counted : jobs;
