"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";

/** General practice, taken over into the book or taken out again whole. */
export function GeneralPractice({ procedures }: { readonly procedures: number }) {
  const take = useCommand(commandPath("take-general-practice"));
  const remove = useCommand(commandPath("remove-general-practice"));
  const isIn = procedures > 0;
  return (
    <section aria-label="General practice" className="flex flex-col gap-2 border-l-4 border-rule-strong pl-4">
      <h2 className="text-lg">General practice</h2>
      <p>
        {isIn
          ? `${procedures} first checks, with what commonly brings which symptom, stand beside the shop's own. They are marked wherever they show, and fade as the shop's own jobs come in.`
          : "First checks that any good technician does before measuring, and what commonly brings which symptom: a beginning for a book that is still empty. Not this shop's experience, and marked so."}
      </p>
      <CommandMessage message={take.message ?? remove.message} />
      <div>
        {isIn ? (
          <Button busy={remove.busy} onClick={() => void remove.send({})}>
            Take it out of the book
          </Button>
        ) : (
          <Button busy={take.busy} onClick={() => void take.send({})}>
            Take it over
          </Button>
        )}
      </div>
    </section>
  );
}
