"use client";

import { useRouter } from "next/navigation";
import type { MouseEvent, ReactNode } from "react";
import { classNames } from "@/ui/class-names";

/** The whole row can be tapped. */
export const WHOLE_ROW = "after:absolute after:inset-0";

interface RowLinkProps {
  readonly href: string;
  readonly className?: string;
  readonly children: ReactNode;
}

/** The link of a row. A plain one: the table follows it for all its rows, which a phone wakes up sooner than a link with a life of its own in each. */
export function RowLink({ href, className, children }: RowLinkProps) {
  return (
    <a href={href} className={classNames(className, WHOLE_ROW)}>
      {children}
    </a>
  );
}

/** Follows the plain links of a table within the application; what asks for another tab is left to the browser. */
export function useRowLinks(): (event: MouseEvent<HTMLElement>) => void {
  const router = useRouter();
  return (event) => {
    const link = event.target instanceof Element ? event.target.closest("a[href^='/']") : null;
    const href = link?.getAttribute("href");
    const elsewhere = event.metaKey || event.ctrlKey || event.shiftKey || event.altKey || event.button !== 0;
    if (!href || elsewhere || event.defaultPrevented) return;
    event.preventDefault();
    router.push(href);
  };
}
