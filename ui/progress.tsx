interface ProgressProps {
  /** What it is the progress of. */
  readonly label: string;
  /** 0 to 1; left out where there is no telling. */
  readonly share?: number | undefined;
}

/** How far something is, that takes its time. */
export function Progress({ label, share }: ProgressProps) {
  return (
    <progress
      aria-label={label}
      className="h-3 w-full appearance-none border border-rule-strong bg-paper-2 [&::-moz-progress-bar]:bg-spruce [&::-webkit-progress-bar]:bg-paper-2 [&::-webkit-progress-value]:bg-spruce"
      value={share}
      max={1}
    />
  );
}
