"use client";

import { createContext, useCallback, useContext, useState, type ReactNode } from "react";
import type { Notice, NoticeListProps } from "./notice-list";
import { useLate } from "./use-late";

type Notify = (text: string, bad?: boolean) => void;

const Notices = createContext<Notify>(() => {});

/** Says briefly what was done, to eyes and to screen readers. */
export function useNotify(): Notify {
  return useContext(Notices);
}

const loadList = () => import("./notice-list").then(({ NoticeList }) => NoticeList);

export function NoticeProvider({ children }: { readonly children: ReactNode }) {
  const [notices, setNotices] = useState<readonly Notice[]>([]);
  const notify = useCallback<Notify>(
    (text, bad = false) => setNotices((before) => [...before.slice(-2), { id: Date.now() + Math.random(), text, bad }]),
    [],
  );
  const drop = (id: number) => setNotices((before) => before.filter((notice) => notice.id !== id));
  return (
    <Notices.Provider value={notify}>
      {children}
      <LateList notices={notices} onDrop={drop} />
    </Notices.Provider>
  );
}

/** What lists the notices comes late; a notice before that, or without a connection, stands plainly. */
function LateList({ notices, onDrop }: NoticeListProps) {
  const { Part: NoticeList } = useLate(loadList, notices.length > 0);
  if (NoticeList) return <NoticeList notices={notices} onDrop={onDrop} />;
  return (
    <div role="status" className="no-print fixed bottom-24 left-1/2 z-60 w-[min(92vw,30rem)] -translate-x-1/2">
      {notices.map(({ id, text }) => (
        <p key={id} className="bg-ink px-4 py-3 text-paper">
          {text}
        </p>
      ))}
    </div>
  );
}
