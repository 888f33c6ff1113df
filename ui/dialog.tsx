"use client";

import { Dialog as Radix } from "radix-ui";
import { X } from "lucide-react";
import type { ReactNode } from "react";

interface DialogProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly title: string;
  /** One sentence under the title. */
  readonly lead?: string | undefined;
  readonly children: ReactNode;
}

/** A sheet over the page: the whole screen on a phone, a column at the right edge on anything wider. */
export function Dialog({ open, onOpenChange, title, lead, children }: DialogProps) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/45" />
        <Radix.Content
          className="fixed inset-y-0 right-0 z-50 flex w-full max-w-xl flex-col border-l-2 border-ink bg-paper shadow-xl"
          {...(lead ? {} : { "aria-describedby": undefined })}
          onInteractOutside={(event) => event.preventDefault()}
        >
          <div className="flex items-start gap-3 border-b border-rule px-5 py-4">
            <div className="grow">
              <Radix.Title className="text-xl">{title}</Radix.Title>
              {lead && <Radix.Description className="text-ink-soft">{lead}</Radix.Description>}
            </div>
            <Radix.Close
              className="-mr-2 inline-flex size-11 items-center justify-center hover:bg-paper-2"
              aria-label="Close"
            >
              <X aria-hidden size={22} />
            </Radix.Close>
          </div>
          {/* What scrolls can be scrolled by keyboard, also where nothing in it takes the focus. */}
          <div className="grow overflow-y-auto px-5 py-4" tabIndex={0}>
            {children}
          </div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
