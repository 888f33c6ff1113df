import "server-only";
import { asPersonId } from "@/core/ids";
import { wilson, type Interval } from "@/core/statistics";
import { causeName } from "@/core/words";
import { may } from "@/server/auth/rights";
import type { Actor } from "@/server/auth/session";
import { loadLabels } from "@/server/book/load";
import {
  comebacksBySource,
  followedAdvice,
  learning,
  modelsWithJobs,
  quarters,
  rungs,
  slowestCauses,
  undecidedTests,
  vainByComponent,
  type FollowedRow,
  type LearningRow,
  type NumbersFilter,
  type QuarterRow,
} from "@/server/db/numbers";
import { listPeople } from "@/server/db/people";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { CONFIDENCE, sourceLines, type SourceLine } from "./sources";

const MOST_ROWS = 12;

/** As it stands in the address. */
export interface NumbersQuery {
  readonly from: string;
  readonly to: string;
  readonly model: string;
  readonly person: string;
}

export interface NumbersView {
  readonly query: NumbersQuery;
  readonly models: readonly string[];
  /** Empty for who may not look at single people. */
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly jobs: number;
  readonly quarters: readonly QuarterRow[];
  readonly learning: readonly LearningRow[];
  readonly fixedFirst: { readonly count: number; readonly of: number; readonly share: Interval } | null;
  readonly vain: { readonly parts: number; readonly of: number; readonly minutes: number; readonly cost: number };
  readonly byComponent: readonly {
    readonly component: string;
    readonly name: string;
    readonly fitted: number;
    readonly minutes: number;
    readonly cost: number;
  }[];
  readonly sources: readonly SourceLine[];
  readonly rungs: readonly { readonly rung: number; readonly jobs: number }[];
  readonly undecided: readonly {
    readonly procedure: string;
    readonly title: string;
    readonly run: number;
    readonly decided: number;
    readonly minutes: number;
  }[];
  readonly followed: readonly FollowedRow[];
  readonly slowest: readonly {
    readonly component: string;
    readonly failure: string;
    readonly name: string;
    readonly jobs: number;
    readonly medianMinutes: number;
  }[];
}

const DAY = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;
const dayOrNull = (text: string) => (DAY.test(text) ? text : null);

/** Is the book making us faster? Single people are for leads alone. */
export async function loadNumbers(site: Site, actor: Actor, query: NumbersQuery): Promise<NumbersView> {
  const db = pool();
  const isLead = may(actor, "team.manage");
  const filter: NumbersFilter = {
    siteId: site.id,
    timeZone: site.timeZone,
    from: dayOrNull(query.from),
    to: dayOrNull(query.to),
    model: query.model || null,
    person: isLead && query.person ? asPersonId(query.person) : null,
  };
  const [rows, learnt, byComponent, sources, proved, undecided, followed, slowest, models, people, labels] =
    await Promise.all([
      quarters(db, filter),
      learning(db, filter),
      vainByComponent(db, filter),
      comebacksBySource(db, filter),
      rungs(db, filter),
      undecidedTests(db, filter),
      followedAdvice(db, filter),
      slowestCauses(db, filter),
      modelsWithJobs(db),
      isLead ? listPeople(db, site.id) : [],
      loadLabels(db),
    ]);
  const sum = (of: (row: QuarterRow) => number) => rows.reduce((total, row) => total + of(row), 0);
  const withCause = sum((row) => row.withCause);
  const fixedFirst = sum((row) => row.fixedFirst);
  return {
    query,
    models,
    people: people.map(({ id, name }) => ({ id, name })),
    jobs: sum((row) => row.jobs),
    quarters: rows,
    learning: learnt,
    fixedFirst: withCause
      ? { count: fixedFirst, of: withCause, share: wilson(fixedFirst, withCause, CONFIDENCE) }
      : null,
    vain: {
      parts: sum((row) => row.vainParts),
      of: sum((row) => row.parts),
      minutes: sum((row) => row.vainMinutes),
      cost: sum((row) => row.vainCost),
    },
    byComponent: byComponent.slice(0, MOST_ROWS).map((row) => ({ ...row, name: labels.component(row.component) })),
    sources: sourceLines(sources),
    rungs: proved,
    undecided: undecided.map((row) => ({ ...row, title: labels.procedure(row.procedure) })),
    followed,
    slowest: slowest.map((row) => ({ ...row, name: causeName(labels, row) })),
  };
}
