"use client";

import { useState } from "react";
import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import { vehicleDraftOf, vehicleInput } from "@/features/shared/vehicle/vehicle-draft";
import { VehicleFields } from "@/features/shared/vehicle/vehicle-fields";
import type { ModelChoices } from "@/server/db/catalogue";
import type { VehicleRow } from "@/server/db/vehicles";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Form, OtherProblems } from "@/ui/form";
import { useNotify } from "@/ui/notices";

interface CorrectVehicleProps {
  readonly vehicle: VehicleRow;
  readonly models: readonly ModelChoices[];
}

/** Corrects what is known of a vehicle; its jobs are counted under the variant that it is. */
export function CorrectVehicle({ vehicle, models }: CorrectVehicleProps) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>Correct the vehicle</Button>
      {open && <Correction vehicle={vehicle} models={models} onClose={() => setOpen(false)} />}
    </>
  );
}

function Correction({ vehicle, models, onClose }: CorrectVehicleProps & { readonly onClose: () => void }) {
  const { send, busy, problems, message } = useCommand(commandPath("change-vehicle"));
  const notify = useNotify();
  const form = useKeptForm(`vehicle ${vehicle.id}`, { vehicle: vehicleDraftOf(vehicle) });
  const [draft, setDraft] = form.field("vehicle");
  const submit = async () => {
    if (!(await send({ vehicleId: vehicle.id, vehicle: vehicleInput(draft) }))) return;
    form.forget();
    notify("Vehicle corrected");
    onClose();
  };
  return (
    <Dialog
      open
      onOpenChange={(next) => !next && onClose()}
      title="Correct the vehicle"
      lead="Its jobs count under the variant that it is: a wrong engine code teaches the wrong engine."
    >
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-5">
        <TypedBefore form={form} />
        <VehicleFields value={draft} onChange={setDraft} models={models} />
        <CommandMessage message={message} />
        <OtherProblems known={["vehicle"]} />
        <div className="sticky -bottom-4 -mb-4 flex gap-3 border-t border-rule bg-paper py-3">
          <Button type="submit" look="main" busy={busy} className="grow">
            Save
          </Button>
          <Button
            onClick={() => {
              form.forget();
              onClose();
            }}
          >
            Cancel
          </Button>
        </div>
      </Form>
    </Dialog>
  );
}
