"use client";

import type { ReactNode } from "react";
import { CommandMessage } from "@/features/shared/command-message";
import { TypedBefore } from "@/features/shared/typed-before";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Form, OtherProblems } from "@/ui/form";
import { useJobPage } from "../job-context";
import type { useJobCommand } from "../use-job-command";

interface JobFormProps {
  readonly title: string;
  readonly lead?: string;
  readonly command: ReturnType<typeof useJobCommand>;
  /** Names of the fields that show their own problems. */
  readonly fields: readonly string[];
  /** What is typed into it, where that is kept in the browser. */
  readonly form?: { readonly restored: boolean; forget(): void };
  readonly save: string;
  readonly disabled?: boolean;
  readonly onSubmit: () => void;
  readonly children: ReactNode;
}

/** The shape of every dialog that writes: what stood in the way, the fields, one button that saves. */
export function JobForm({
  title,
  lead,
  command,
  form,
  fields,
  save,
  disabled = false,
  onSubmit,
  children,
}: JobFormProps) {
  const { close } = useJobPage();
  return (
    <Dialog open onOpenChange={(open) => !open && close()} title={title} lead={lead}>
      <Form problems={command.problems} onSubmit={onSubmit} className="flex flex-col gap-5">
        {form && <TypedBefore form={form} />}
        {children}
        <CommandMessage message={command.message} meanwhile={command.meanwhile} />
        <OtherProblems known={fields} />
        <div className="sticky -bottom-4 -mb-4 flex gap-3 border-t border-rule bg-paper py-3">
          <Button type="submit" look="main" busy={command.busy} disabled={disabled} className="grow">
            {save}
          </Button>
          <Button
            onClick={() => {
              form?.forget();
              close();
            }}
          >
            Cancel
          </Button>
        </div>
      </Form>
    </Dialog>
  );
}
