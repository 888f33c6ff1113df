"use client";

import { useEffect, useRef, useState } from "react";
import {
  useForm,
  useWatch,
  type DeepPartialSkipArrayKey,
  type DefaultValues,
  type FieldValues,
  type Path,
  type PathValue,
} from "react-hook-form";
import { readStored, writeStored } from "@/features/shared/stored";
import { useHydrated } from "@/ui/hydrated";

type Next<Value> = Value | ((now: Value) => Value);

/** The fields that hold text. */
type TextOf<Values> = { [Name in keyof Values & string]: Values[Name] extends string ? Name : never }[keyof Values &
  string];

interface TextControl {
  readonly value: string;
  readonly onChange: (event: { readonly target: { readonly value: string } }) => void;
}

/** A form whose fields are kept in this browser until they were saved or thrown away. */
export interface KeptForm<Values> {
  /** A field's value, and what changes it, as `useState` gives them. */
  field<Name extends keyof Values & string>(name: Name): readonly [Values[Name], (next: Next<Values[Name]>) => void];
  /** All of them as they are now, and what changes some. */
  readonly values: Values;
  set(part: Partial<Values>): void;
  /** What a control for text wants: its value, and what changes it. */
  text<Name extends TextOf<Values>>(name: Name): TextControl;
  /** Something is in it that was typed before and not saved. */
  readonly restored: boolean;
  /** Throws away what was typed: the fields are as they were at first. */
  forget(): void;
  /** What was typed is saved: it stays in the fields, and is no draft any more. */
  saved(): void;
}

/**
 * A form of react-hook-form, wrapped once: what is typed survives a reload, Escape, Back, signing out and a broken connection, and is there when
 * the form is opened again.
 * @param key one for each form and thing that it is about
 * @param usual what it holds at first
 * @param secret fields that are never kept: passphrases
 */
export function useKeptForm<Values extends FieldValues>(
  key: string,
  usual: Values,
  secret: readonly (keyof Values & string)[] = NONE,
): KeptForm<Values> {
  const [first] = useState(usual);
  const [hidden] = useState(secret);
  // The library's types speak of every path into a value; here a field is one name, and what it holds is ours.
  const form = useForm<Values>({ defaultValues: first as DefaultValues<Values> });
  const values = useWatch({ control: form.control, defaultValue: first as DeepPartialSkipArrayKey<Values> });
  const [kept] = useState(() => (typeof window === "undefined" ? null : readDraft(key, first)));
  const [thrownAway, setThrownAway] = useState(false);
  const hydrated = useHydrated();
  const forgotten = useRef(false);
  useEffect(() => {
    if (kept) form.reset({ ...first, ...kept });
    forgotten.current = false;
    const stop = form.subscribe({
      formState: { values: true },
      callback: ({ values }) => {
        if (!forgotten.current) writeStored(nameOf(key), JSON.stringify(without(values, hidden)));
      },
    });
    return stop;
  }, [key, first, kept, form, hidden]);
  const now = values as Values;
  const put = (name: keyof Values & string, value: unknown) => {
    forgotten.current = false;
    const path = name as string as Path<Values>;
    form.setValue(path, value as PathValue<Values, Path<Values>>);
  };
  const letGo = (next: Values) => {
    forgotten.current = true;
    writeStored(nameOf(key), null);
    form.reset(next);
    setThrownAway(true);
  };
  return {
    restored: hydrated && kept !== null && !thrownAway,
    field: (name) => [
      now[name],
      (next) => {
        const path = name as string as Path<Values>;
        put(name, typeof next === "function" ? (next as (now: unknown) => unknown)(form.getValues(path)) : next);
      },
    ],
    values: now,
    set: (part) => {
      for (const [name, value] of Object.entries(part)) put(name, value);
    },
    text: (name) => ({ value: String(now[name]), onChange: ({ target }) => put(name, target.value) }),
    forget: () => letGo(first),
    saved: () => letGo(form.getValues()),
  };
}

const NONE: readonly never[] = [];

const without = (values: object, secret: readonly string[]) =>
  Object.fromEntries(Object.entries(values).filter(([name]) => !secret.includes(name)));

const nameOf = (key: string) => `draft/${key}`;

function readDraft<Values extends object>(key: string, like: Values): Partial<Values> | null {
  const text = readStored(nameOf(key));
  if (text === null) return null;
  try {
    const kept: object = JSON.parse(text);
    // A draft of an older version of the form may hold something else: what does not look like the field is left out.
    const fitting = Object.entries(kept).filter(
      ([name, value]) => name in like && isAlike(value, like[name as keyof Values]),
    );
    return fitting.length ? (Object.fromEntries(fitting) as Partial<Values>) : null;
  } catch {
    return null;
  }
}

function isAlike(value: unknown, like: unknown): boolean {
  if (like === null || value === null) return typeof value !== "object" || value === null || like === null;
  return typeof value === typeof like && Array.isArray(value) === Array.isArray(like);
}
