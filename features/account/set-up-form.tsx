"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { fullLoad } from "@/features/shared/full-load";
import { useKeptForm } from "@/features/shared/kept-form";
import { SiteFields, siteOf } from "@/features/shared/site-fields";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { Field, Form, OtherProblems, SelectInput, TextInput } from "@/ui/form";
import { FrontPage } from "./front-page";

const EMPTY = {
  siteName: "",
  timeZone: typeof Intl === "undefined" ? "UTC" : Intl.DateTimeFormat().resolvedOptions().timeZone,
  currency: "EUR",
  ratePerHour: "90",
  unitSystem: "metric",
  name: "",
  passphrase: "",
  starterBook: "general",
};

const SECRET = ["passphrase"] as const;

export function SetUpForm() {
  const { send, busy, problems, message } = useCommand("/api/v1/set-up");
  const form = useKeptForm("set up", EMPTY, SECRET);
  const submit = async () => {
    const { currency, name, passphrase, starterBook } = form.values;
    const shop = { ...siteOf(form.values), currency };
    if (await send({ shop, name, passphrase, starterBook: starterBook === "general" })) {
      form.forget();
      fullLoad("/");
    }
  };
  return (
    <FrontPage
      title="Set up your shop"
      lead="You become its first lead: you add the others, and decide what counts as proved."
    >
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-4">
        <CommandMessage message={message} />
        <OtherProblems known={["shop", "name", "passphrase", "starterBook"]} />
        <Field name="shop.name" label="Name of the shop">
          <TextInput {...form.text("siteName")} autoFocus />
        </Field>
        <div className="grid grid-cols-2 gap-4">
          <SiteFields
            text={(name) => form.text(name)}
            at="shop."
            currency={
              <Field name="shop.currency" label="Currency" hint="three letters">
                <TextInput {...form.text("currency")} maxLength={3} />
              </Field>
            }
          />
        </div>
        <Field
          name="starterBook"
          label="The book begins with"
          hint="first checks and common causes, marked as not this shop's own; to be taken out at any time"
        >
          <SelectInput {...form.text("starterBook")}>
            <option value="general">general practice</option>
            <option value="nothing">nothing</option>
          </SelectInput>
        </Field>
        <Field name="name" label="Your name">
          <TextInput {...form.text("name")} autoComplete="username" />
        </Field>
        <Field name="passphrase" label="Your passphrase" hint="10 characters at least; a few words are best">
          <TextInput type="password" {...form.text("passphrase")} autoComplete="new-password" />
        </Field>
        <Button type="submit" look="main" busy={busy}>
          Set up the shop
        </Button>
      </Form>
    </FrontPage>
  );
}
