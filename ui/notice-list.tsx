"use client";

import { Toast } from "radix-ui";

export interface Notice {
  readonly id: number;
  readonly text: string;
  readonly bad: boolean;
}

export interface NoticeListProps {
  readonly notices: readonly Notice[];
  readonly onDrop: (id: number) => void;
}

const SHOWN_MS = 5000;

/** The notices themselves, above the bar at the foot. */
export function NoticeList({ notices, onDrop }: NoticeListProps) {
  return (
    <Toast.Provider duration={SHOWN_MS} label="Message">
      {notices.map(({ id, text, bad }) => (
        <Toast.Root
          key={id}
          type={bad ? "foreground" : "background"}
          onOpenChange={(open) => !open && onDrop(id)}
          className={
            bad
              ? "border-l-4 border-brick bg-brick-pale px-4 py-3"
              : "border-l-4 border-spruce bg-ink px-4 py-3 text-paper"
          }
        >
          <Toast.Description>{text}</Toast.Description>
        </Toast.Root>
      ))}
      <Toast.Viewport className="no-print fixed bottom-24 left-1/2 z-60 flex w-[min(92vw,30rem)] -translate-x-1/2 flex-col gap-2" />
    </Toast.Provider>
  );
}
