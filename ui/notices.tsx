"use client";

import { Toast } from "radix-ui";
import { createContext, useCallback, useContext, useState, type ReactNode } from "react";
import { useHydrated } from "./hydrated";

interface Notice {
  readonly id: number;
  readonly text: string;
  readonly bad: boolean;
}

type Notify = (text: string, bad?: boolean) => void;

const Notices = createContext<Notify>(() => {});

/** Says briefly what was done, to eyes and to screen readers. */
export function useNotify(): Notify {
  return useContext(Notices);
}

const SHOWN_MS = 5000;

export function NoticeProvider({ children }: { readonly children: ReactNode }) {
  const [notices, setNotices] = useState<readonly Notice[]>([]);
  const notify = useCallback<Notify>(
    (text, bad = false) => setNotices((before) => [...before.slice(-2), { id: Date.now() + Math.random(), text, bad }]),
    [],
  );
  const drop = (id: number) => setNotices((before) => before.filter((notice) => notice.id !== id));
  const hydrated = useHydrated();
  return (
    <Notices.Provider value={notify}>
      <Toast.Provider duration={SHOWN_MS} label="Message">
        {children}
        {notices.map(({ id, text, bad }) => (
          <Toast.Root
            key={id}
            type={bad ? "foreground" : "background"}
            onOpenChange={(open) => !open && drop(id)}
            className={
              bad
                ? "border-l-4 border-brick bg-brick-pale px-4 py-3"
                : "border-l-4 border-spruce bg-ink px-4 py-3 text-paper"
            }
          >
            <Toast.Description>{text}</Toast.Description>
          </Toast.Root>
        ))}
        {hydrated && (
          <Toast.Viewport className="no-print fixed bottom-24 left-1/2 z-60 flex w-[min(92vw,30rem)] -translate-x-1/2 flex-col gap-2" />
        )}
      </Toast.Provider>
    </Notices.Provider>
  );
}
