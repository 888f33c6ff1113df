import "server-only";
import type { JobId } from "@/core/ids";
import type { JobFacts } from "@/core/job";
import { lessonOf, marksOf, type Mark } from "@/core/lesson";
import { LessonSum } from "@/server/db/counters";
import type { MarksMoved } from "@/server/db/job-features";

type Facts = ReadonlyMap<JobId, JobFacts>;

/** What becomes of counters and marks where closed jobs teach something else than before. */
export class Difference {
  readonly sum = new LessonSum();
  readonly marks: MarksMoved[] = [];
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
      const gone = [...then].filter((mark) => !now.has(mark));
      const come = [...now].filter((mark) => !then.has(mark));
      if (gone.length || come.length) this.marks.push({ id, gone, come });
    }
    this.#then.clear();
    this.sum.dropUnmoved();
  }

  addAll({ sum, marks }: Difference): void {
    this.sum.addSum(sum);
    for (const each of marks) this.marks.push(each);
  }
}
