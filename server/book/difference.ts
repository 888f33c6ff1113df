import "server-only";
import type { JobId } from "@/core/ids";
import type { JobFacts } from "@/core/job";
import { lessonOf, marksOf, type Mark } from "@/core/lesson";
import { LessonSum } from "@/server/db/counters";

type Facts = ReadonlyMap<JobId, JobFacts>;

/** What becomes of counters and marks where closed jobs teach something else than before. */
export class Difference {
  readonly sum = new LessonSum();
  /** Jobs that are found by other marks. */
  readonly marked: JobId[] = [];
  readonly #then = new Map<JobId, ReadonlySet<Mark>>();

  /** What closed jobs taught is taken away. */
  before(jobs: Facts): void {
    for (const [id, facts] of jobs) {
      this.sum.add(lessonOf(facts), -1);
      this.#then.set(id, new Set(marksOf(facts)));
    }
  }

  /** What the same jobs teach now is added. */
  after(jobs: Facts): void {
    for (const [id, facts] of jobs) {
      this.sum.add(lessonOf(facts), 1);
      const then = this.#then.get(id) ?? new Set<Mark>();
      const now = new Set(marksOf(facts));
      if (then.size !== now.size || [...now].some((mark) => !then.has(mark))) this.marked.push(id);
    }
    this.#then.clear();
    this.sum.dropUnmoved();
  }

  /** Adds what became of other jobs. */
  addAll({ sum, marked }: Difference): void {
    this.sum.addSum(sum);
    for (const id of marked) this.marked.push(id);
  }

  /** Takes what became of some of its jobs out again: they are still looked at for their marks, which harms nothing. */
  takeOut({ sum }: Difference): void {
    this.sum.addSum(sum, -1);
  }
}
