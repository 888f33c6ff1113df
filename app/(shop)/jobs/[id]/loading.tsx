import { SkeletonBlock, SkeletonLines } from "@/ui/skeleton";

/** The job sheet's shape: head, map, trail left, advice right. */
export default function Loading() {
  return (
    <div role="status" aria-label="Loading the job">
      <div className="flex justify-between px-6 py-4">
        <SkeletonBlock className="h-14 w-64" />
        <SkeletonBlock className="h-14 w-28" />
      </div>
      <SkeletonBlock className="h-64 w-full" />
      <div className="grid gap-8 px-6 py-4 lg:grid-cols-[1fr_27rem]">
        <SkeletonLines lines={6} />
        <SkeletonBlock className="h-40 w-full" />
      </div>
    </div>
  );
}
