"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { SiteFields, siteOf } from "@/features/shared/site-fields";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import type { Site } from "@/server/db/sites";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field, Form, OtherProblems, TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Section } from "@/ui/section";

/** The sites of the shop: each has people, jobs and vehicles of its own, and all of them have one book. */
export function Sites({ sites, own }: { readonly sites: readonly Site[]; readonly own: Site }) {
  const [open, setOpen] = useState<"change" | "add" | null>(null);
  const close = () => setOpen(null);
  return (
    <Section title="Sites" aside={sites.length > 1 ? "one book for all of them" : undefined}>
      <ul>
        {sites.map(({ id, name, ratePerHour, currency }) => (
          <li
            key={id}
            className="flex min-h-11 flex-wrap items-center justify-between gap-x-3 border-b border-rule py-1"
          >
            <span className={id === own.id ? "font-medium" : ""}>
              {name}
              {id === own.id && sites.length > 1 && " (yours)"}
            </span>
            <span className="flex items-center gap-3">
              <span className="mono text-sm text-ink-soft">
                {ratePerHour} {currency} an hour
              </span>
              {id === own.id && (
                <Button onClick={() => setOpen("change")} aria-label={`Change ${name}`}>
                  Change
                </Button>
              )}
            </span>
          </li>
        ))}
      </ul>
      <Button className="mt-3" onClick={() => setOpen("add")}>
        Add a site
      </Button>
      {open === "change" && <ChangeSite site={own} onClose={close} />}
      {open === "add" && <AddSite like={own} onClose={close} />}
    </Section>
  );
}

const typedOf = ({ name, timeZone, ratePerHour, unitSystem }: Site) => ({
  siteName: name,
  timeZone,
  ratePerHour: String(ratePerHour),
  unitSystem: unitSystem as string,
});

function ChangeSite({ site, onClose }: { readonly site: Site; readonly onClose: () => void }) {
  const { send, busy, problems, message } = useCommand(commandPath("change-site"));
  const notify = useNotify();
  const router = useRouter();
  const form = useKeptForm(`site ${site.id}`, typedOf(site));
  const submit = async () => {
    if (!(await send(siteOf(form.values)))) return;
    form.forget();
    notify(`${form.values.siteName}: saved`);
    onClose();
    router.refresh();
  };
  return (
    <Dialog open onOpenChange={(next) => !next && onClose()} title={site.name}>
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-5">
        <TypedBefore form={form} />
        <Field name="name" label="Name of the site">
          <TextInput {...form.text("siteName")} />
        </Field>
        <SiteFields text={(name) => form.text(name)} at="" />
        <CommandMessage message={message} />
        <OtherProblems known={["name", "timeZone", "ratePerHour", "unitSystem"]} />
        <Button type="submit" look="main" busy={busy}>
          Save
        </Button>
      </Form>
    </Dialog>
  );
}

function AddSite({ like, onClose }: { readonly like: Site; readonly onClose: () => void }) {
  const { send, busy, problems, message } = useCommand(commandPath("add-site"));
  const notify = useNotify();
  const router = useRouter();
  const usual = { ...typedOf(like), siteName: "", currency: like.currency, lead: "", passphrase: "" };
  const form = useKeptForm("site", usual, ["passphrase"]);
  const submit = async () => {
    const { currency, lead, passphrase, siteName } = form.values;
    if (!(await send({ site: { ...siteOf(form.values), currency }, name: lead, passphrase }))) return;
    form.forget();
    notify(`${siteName} is open; ${lead} can sign in there now`);
    onClose();
    router.refresh();
  };
  return (
    <Dialog open onOpenChange={(next) => !next && onClose()} title="Add a site">
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-5">
        <TypedBefore form={form} />
        <p>It has people, jobs and vehicles of its own. What the book knows is known at every site.</p>
        <Field name="site.name" label="Name of the site">
          <TextInput {...form.text("siteName")} />
        </Field>
        <SiteFields
          text={(name) => form.text(name)}
          at="site."
          currency={
            <Field name="site.currency" label="Currency" hint="three letters">
              <TextInput {...form.text("currency")} maxLength={3} />
            </Field>
          }
        />
        <Field name="name" label="Its first lead" hint="adds the others there">
          <TextInput {...form.text("lead")} />
        </Field>
        <Field
          name="passphrase"
          label="Their first passphrase"
          hint="10 characters at least; they change it themselves"
        >
          <TextInput type="password" {...form.text("passphrase")} autoComplete="new-password" />
        </Field>
        <CommandMessage message={message} />
        <OtherProblems known={["site", "name", "passphrase"]} />
        <Button type="submit" look="main" busy={busy}>
          Open the site
        </Button>
      </Form>
    </Dialog>
  );
}
