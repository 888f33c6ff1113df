import "server-only";
import type { Lesson } from "@/core/lesson";
import { tellStep, type Delta } from "./book-steps";
import { BETWEEN, Sums } from "./counter-sums";
import { addTo, COUNTER_TABLES, isFewer, ofOtherShop, readStanding, TABLES, type Counted } from "./counter-tables";
import { addWaitingOf, letDeltasWait, readWaiting } from "./counters-waiting";
import type { Db } from "./pool";
import { execute } from "./rows";

/** More counters than these are not written while others wait for it. */
const MOST_AT_ONCE = 1000;

/** Lessons added up before they are written: many jobs touch the same counters, and one write of each is enough. */
export class LessonSum {
  #sums = newSums();

  /** How many counters would be written. */
  get size(): number {
    return Object.values(this.#sums).reduce((sum, { size }) => sum + size, 0);
  }

  /** Lets go of counters of which as much was added as was taken away. */
  dropUnmoved(): void {
    for (const sums of Object.values(this.#sums)) sums.dropUnmoved();
  }

  add({ causes, features, outcomes, trials }: Lesson, sign: 1 | -1): void {
    const { causes: byGroup, features: byFeature, outcomes: byOutcome, trials: byTrial } = this.#sums;
    for (const { group, component, failure, weightMilli } of causes)
      byGroup.bump(group, `${component}\0${failure}`, [sign, sign * weightMilli]);
    for (const { key, module, component, failure, weightMilli } of features)
      byFeature.bump(key, `${module}\0${component}\0${failure}`, [sign, sign * weightMilli]);
    for (const { procedure, outcome, component, failure, weightMilli } of outcomes)
      byOutcome.bump(procedure, `${outcome}\0${component}\0${failure}`, [sign, sign * weightMilli]);
    for (const { group, symptom, kind, subject, currency, helped, minutes, costMinor } of trials)
      byTrial.bump(
        group,
        `${symptom}\0${kind}\0${subject}\0${currency}`,
        helped ? [sign, sign, 0, 0] : [sign, 0, sign * Math.round(minutes * 100), sign * costMinor],
      );
  }

  addSum(other: LessonSum, sign: 1 | -1 = 1): void {
    for (const name of Object.keys(TABLES) as Counted[]) this.#sums[name].addAll(other.#sums[name], sign);
  }

  /** Takes away what stands in the counters, or in those of another shop, and what waits for them: what is left is what has to be added to them. */
  async lessWhatStands(db: Db, shop: string | null = null): Promise<void> {
    for (const name of Object.keys(TABLES) as Counted[]) {
      const table = shop === null ? TABLES[name] : ofOtherShop(TABLES[name], shop);
      this.#takeAway(name, await readStanding(db, table));
      if (shop === null) this.#takeAway(name, await readWaiting(db, name));
    }
    this.dropUnmoved();
  }

  #takeAway(name: Counted, stands: readonly Delta[]): void {
    for (const { key, add } of stands)
      this.#sums[name].bump(
        key[0] ?? "",
        key.slice(1).join(BETWEEN),
        add.map((value) => -value),
      );
  }

  /** Adds it at once where it is little; else it waits, and is added some hundred counters at a time. */
  async writeInTurn(db: Db): Promise<void> {
    if (this.size > MOST_AT_ONCE) await this.letWait(db);
    else await this.write(db);
  }

  /** Lets it wait in the database until it is added (`addWaiting`): nobody waits for the counters of an import. */
  async letWait(db: Db): Promise<void> {
    for (const name of Object.keys(TABLES) as Counted[]) {
      const deltas = this.#sums[name].inOrder();
      const fewer = deltas.filter(isFewer);
      // What is taken away has to be there first.
      if (fewer.length) await addWaitingOf(db, name, fewer);
      await letDeltasWait(db, name, deltas);
    }
    this.#sums = newSums();
  }

  /** @param shop another shop, whose jobs are counted apart */
  async write(db: Db, shop: string | null = null): Promise<void> {
    const deltas: Partial<Record<Counted, readonly Delta[]>> = {};
    for (const name of Object.keys(TABLES) as Counted[]) {
      const own = this.#sums[name].inOrder();
      deltas[name] = own;
      // What is taken away has to be there first.
      if (shop === null && own.some(isFewer)) await addWaitingOf(db, name, own);
      await addTo(db, shop === null ? TABLES[name] : ofOtherShop(TABLES[name], shop), own);
    }
    if (shop === null) await tellStep(db, deltas);
    this.#sums = newSums();
  }
}

const newSums = (): Record<Counted, Sums> => ({
  causes: new Sums(),
  features: new Sums(),
  outcomes: new Sums(),
  trials: new Sums(),
});

/** Forgets what another shop's jobs add up to. */
export async function emptyCountersOf(db: Db, shop: string): Promise<void> {
  for (const { name } of COUNTER_TABLES) await execute(db, `delete from other_${name} where shop_id = $1`, [shop]);
}
