"use client";

import { TriedInVain } from "@/features/shared/tried-in-vain";
import { minutesText } from "@/features/shared/format";
import type { LikeJobView } from "@/server/views/been-here";
import { Empty, Section } from "@/ui/section";
import { Unfold } from "@/ui/unfold";
import { useJobPage } from "./job-context";
import { Link } from "@/ui/link";

/** Like jobs, each with its cause, what settled it and why it counts as alike. */
export function BeenHere() {
  const { like } = useJobPage().sheet;
  const groups = sayingTheSame(like);
  return (
    <Section
      title="Been here before"
      aside={like.length ? `${like.length} like ${like.length === 1 ? "job" : "jobs"}` : undefined}
    >
      {like.length === 0 && <Empty>No like job yet. This one will be the first for whoever comes next.</Empty>}
      <ul>
        {groups.map(([first, ...others]) => (
          <li key={first.id} className="border-b border-rule">
            <LikeJob job={first} others={others.length} />
            {others.length > 0 && (
              <Unfold title={<>The other {others.length === 1 ? "one" : others.length}</>} small>
                {others.map((job) => (
                  <LikeJob key={job.id} job={job} others={0} />
                ))}
              </Unfold>
            )}
          </li>
        ))}
      </ul>
    </Section>
  );
}

function LikeJob({ job, others }: { readonly job: LikeJobView; readonly others: number }) {
  const { id, number, vehicle, causes, minutes, because, settledBy, elsewhere } = job;
  const told = (
    <>
      <span className="flex justify-between gap-3">
        <span className="font-medium">
          {causes}
          {others > 0 && <span className="font-normal">, {others + 1} jobs</span>}
        </span>
        <span className="mono shrink-0 text-sm">{minutesText(minutes)}</span>
      </span>
      {settledBy && <span className="block text-sm">Settled by: {settledBy}</span>}
      <span className="block text-sm text-ink-soft">
        {elsewhere ?? `Job ${number}`}, {vehicle}: {because.join(", ")}
      </span>
    </>
  );
  // Another site's record stays there.
  if (elsewhere) return <div className="py-2">{told}</div>;
  return (
    <Link href={`/jobs/${id}`} className="block py-2 hover:bg-paper-2">
      {told}
    </Link>
  );
}

type Group = readonly [LikeJobView, ...LikeJobView[]];

/** Jobs that came to the same are one line, the most alike in front. */
function sayingTheSame(like: readonly LikeJobView[]): readonly Group[] {
  const groups = new Map<string, Group>();
  for (const job of like) {
    const group = groups.get(job.causes);
    groups.set(job.causes, group ? [...group, job] : [job]);
  }
  return [...groups.values()];
}

/** What others tried in vain on such vehicles, and what it cost them. */
export function ClosedRoads() {
  return <TriedInVain deadEnds={useJobPage().sheet.deadEnds} />;
}
