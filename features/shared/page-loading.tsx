import { SkeletonBlock, SkeletonLines } from "@/ui/skeleton";

/** The shape of a page with a heading and lines below it. */
export function PageLoading() {
  return (
    <div className="px-4 py-6 sm:px-6" role="status" aria-label="Loading">
      <SkeletonBlock className="mb-6 h-8 w-48" />
      <SkeletonLines lines={6} />
    </div>
  );
}
