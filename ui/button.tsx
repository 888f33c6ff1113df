import type { ComponentProps } from "react";
import { classNames } from "./class-names";
import { NearLink } from "./near-link";

type Look = "main" | "plain" | "quiet" | "warn";

const BASE =
  "inline-flex min-h-11 items-center justify-center gap-2 py-2 text-base font-semibold leading-tight disabled:opacity-60 disabled:cursor-default";

const LOOKS: Record<Look, string> = {
  main: "px-4 bg-ink text-paper hover:bg-spruce",
  plain: "px-4 border-2 border-ink text-ink hover:bg-paper-2",
  quiet: "px-2 font-medium text-ink underline decoration-rule-strong underline-offset-4 hover:decoration-ink",
  warn: "px-4 border-2 border-brick text-brick hover:bg-brick-pale",
};

interface ButtonProps extends ComponentProps<"button"> {
  readonly look?: Look;
  readonly busy?: boolean;
}

/** At least 44 px high. While busy it says so and takes no second press. */
export function Button({
  look = "plain",
  busy = false,
  className,
  type = "button",
  disabled,
  children,
  ...rest
}: ButtonProps) {
  return (
    <button
      type={type}
      className={classNames(BASE, LOOKS[look], className)}
      disabled={busy || disabled}
      aria-busy={busy}
      {...rest}
    >
      {children}
      {busy && <span aria-hidden>…</span>}
    </button>
  );
}

interface ButtonLinkProps extends ComponentProps<typeof NearLink> {
  readonly look?: Look;
}

export function ButtonLink({ look = "plain", className, ...rest }: ButtonLinkProps) {
  return <NearLink className={classNames(BASE, LOOKS[look], className)} {...rest} />;
}
