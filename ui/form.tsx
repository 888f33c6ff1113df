"use client";

import { createContext, useContext, useId, type ComponentProps, type FormEvent, type ReactNode } from "react";
import { Slot } from "radix-ui";
import { classNames } from "./class-names";

export interface FieldProblem {
  readonly path: string;
  readonly message: string;
}

const Problems = createContext<readonly FieldProblem[]>([]);

interface FormProps extends Omit<ComponentProps<"form">, "onSubmit"> {
  readonly problems: readonly FieldProblem[];
  readonly onSubmit: () => void;
  /** It stands within another form, which HTML does not allow: a group then, without a submit of its own. */
  readonly inside?: boolean;
}

/**
 * Owns labels, errors and focus: a problem stands at its field, the first one gets the focus, and what was typed stays.
 * Problems that belong to no field on the form are listed above it.
 */
export function Form({ problems, onSubmit, inside = false, children, className, ...rest }: FormProps) {
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onSubmit();
  };
  return (
    <Problems.Provider value={problems}>
      {inside ? (
        <div role="group" className={className}>
          {children}
        </div>
      ) : (
        <form noValidate onSubmit={submit} className={className} {...rest}>
          {children}
        </form>
      )}
    </Problems.Provider>
  );
}

/** Problems whose path none of the names on the form covers. */
export function OtherProblems({ known }: { readonly known: readonly string[] }) {
  const problems = useContext(Problems).filter(({ path }) => !known.some((name) => covers(name, path)));
  if (!problems.length) return null;
  return (
    <ul role="alert" className="border-l-4 border-brick bg-brick-pale px-3 py-2">
      {problems.map(({ path, message }) => (
        <li key={path + message}>
          {path && <span className="mono">{path}: </span>}
          {message}
        </li>
      ))}
    </ul>
  );
}

function covers(name: string, path: string): boolean {
  return path === name || path.startsWith(`${name}.`) || path.startsWith(`${name}[`);
}

interface FieldProps {
  /** Path of the field as problems name it. */
  readonly name: string;
  readonly label: string;
  readonly hint?: ReactNode;
  readonly className?: string;
  readonly children: ReactNode;
}

/** One labelled control: wires label, hint and problem to whatever control stands inside. */
export function Field({ name, label, hint, className, children }: FieldProps) {
  const id = useId();
  const problem = useContext(Problems).find(({ path }) => covers(name, path));
  const described = classNames(hint ? `${id}-hint` : null, problem ? `${id}-problem` : null);
  return (
    <div className={classNames("flex flex-col gap-1", className)}>
      <label htmlFor={id} className="font-medium">
        {label}
      </label>
      {hint && (
        <span id={`${id}-hint`} className="text-xs text-ink-soft">
          {hint}
        </span>
      )}
      <Slot.Root
        id={id}
        data-field={name}
        aria-invalid={problem ? true : undefined}
        aria-describedby={described || undefined}
      >
        {children}
      </Slot.Root>
      {problem && (
        <span id={`${id}-problem`} role="alert" className="text-sm font-medium text-brick">
          {problem.message}
        </span>
      )}
    </div>
  );
}

export function TextInput({ className, ...rest }: ComponentProps<"input">) {
  return <input autoComplete="off" className={classNames("field-input", className)} {...rest} />;
}

export function TextArea({ className, ...rest }: ComponentProps<"textarea">) {
  return <textarea className={classNames("field-input", className)} {...rest} />;
}

export function SelectInput({ className, ...rest }: ComponentProps<"select">) {
  return <select className={classNames("field-input", className)} {...rest} />;
}
