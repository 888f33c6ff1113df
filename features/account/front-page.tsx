import type { ReactNode } from "react";
import { Wordmark } from "@/ui/wordmark";

interface FrontPageProps {
  readonly title: string;
  readonly lead: string;
  readonly children: ReactNode;
}

/** The page before anybody is signed in: one road that ends in a bar, one that runs through. */
export function FrontPage({ title, lead, children }: FrontPageProps) {
  return (
    <main className="mx-auto flex min-h-dvh max-w-5xl flex-col gap-8 px-5 py-8 md:flex-row md:items-center md:gap-16">
      <div className="md:w-1/2">
        <Wordmark />
        <svg viewBox="0 0 420 150" className="mt-6 hidden w-full md:block" aria-hidden>
          <path
            d="M0 40 H150 C170 40 175 36 200 36 H250 V56 H200 C175 56 170 48 150 48 H0Z"
            fill="var(--color-road-closed)"
          />
          <rect x="254" y="30" width="7" height="32" fill="var(--color-brick)" />
          <path
            d="M0 96 H180 C220 96 240 88 290 88 H390 V82 L416 100 L390 118 V112 H290 C240 112 220 104 180 104 H0Z"
            fill="var(--color-spruce)"
          />
          <path d="M0 138 H320" stroke="var(--color-ink)" strokeWidth="2" />
        </svg>
        <p className="mt-4 text-lg text-ink-soft">A recorded dead end is worth as much as a recorded repair.</p>
      </div>
      <div className="md:w-1/2">
        <h1 className="text-xl">{title}</h1>
        <p className="mb-5 text-ink-soft">{lead}</p>
        {children}
      </div>
    </main>
  );
}
