"use client";

import { usePathname } from "next/navigation";
import { classNames } from "@/ui/class-names";
import { NearLink } from "@/ui/near-link";
import { Wordmark } from "@/ui/wordmark";
import { SignOut } from "./sign-out";
import { useAskKey } from "./use-ask-key";

interface TopBarProps {
  readonly name: string;
  readonly role: string;
  readonly shop: string;
  readonly mayManage: boolean;
}

const PLACES = [
  { href: "/", label: "Floor" },
  { href: "/jobs/closed", label: "Closed jobs" },
  { href: "/calculators", label: "Calculators" },
  { href: "/book", label: "Book" },
  { href: "/numbers", label: "Numbers" },
] as const;

/** Places that are chapters of the book. */
const BOOK = [
  "/known-failures",
  "/shelf",
  "/procedures",
  "/repairs",
  "/codes",
  "/designed",
  "/words",
  "/catalogue",
  "/instruments",
  "/makers",
  "/modules",
];

export function TopBar({ name, role, shop, mayManage }: TopBarProps) {
  const path = usePathname();
  useAskKey();
  const places = [...PLACES, { href: "/team", label: mayManage ? "Team" : "Account" }];
  return (
    <header className="no-print flex flex-wrap items-center gap-x-6 border-b-2 border-ink px-4 sm:px-6">
      <NearLink href="/" className="inline-flex min-h-11 items-center" title={shop}>
        <Wordmark />
      </NearLink>
      <nav
        aria-label="Places"
        className="order-last -mx-2 flex w-[calc(100%+1rem)] justify-between sm:order-none sm:mx-0 sm:w-auto sm:justify-start sm:gap-1"
      >
        {places.map(({ href, label }) => (
          <NearLink
            key={href}
            href={href}
            aria-current={path === href ? "page" : undefined}
            className={classNames(
              "inline-flex min-h-11 items-center border-b-4 px-1.5 font-head text-base whitespace-nowrap sm:px-2 sm:text-lg",
              path === href || (href === "/book" && BOOK.includes(path))
                ? "border-ochre"
                : "border-transparent text-ink-soft hover:text-ink",
            )}
          >
            {label}
          </NearLink>
        ))}
      </nav>
      <div className="ml-auto flex items-center gap-3">
        <span className="hidden text-sm text-ink-soft md:inline">
          {name} · {role}
        </span>
        <NearLink
          href="/book"
          className="inline-flex min-h-11 items-center px-1 text-sm underline decoration-rule-strong underline-offset-4"
        >
          Ask
        </NearLink>
        <NearLink
          href="/guide"
          className="inline-flex min-h-11 items-center px-1 text-sm underline decoration-rule-strong underline-offset-4"
        >
          Guide
        </NearLink>
        <SignOut />
      </div>
    </header>
  );
}
