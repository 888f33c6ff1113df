"use client";

import { useEffect, useState } from "react";

/** What travels once for each version of it: fetched when it is first needed, after a lost connection once more. */
export class Versioned<Value> {
  #loaded: { readonly version: string; readonly value: Promise<Value> } | null = null;

  constructor(private readonly path: string) {}

  fetch(version: string): Promise<Value> {
    if (this.#loaded?.version === version) return this.#loaded.value;
    const value = fetch(this.path).then(async (response): Promise<Value> => {
      if (!response.ok) throw new Error(`${this.path}: ${response.status}`);
      // The API's description says so, and a test holds it to that.
      return (await response.json()) as Value;
    });
    this.#loaded = { version, value };
    value.catch(() => {
      if (this.#loaded?.value === value) this.#loaded = null;
    });
    return value;
  }
}

interface Fetched<Value> {
  /** null while it is on its way. */
  readonly value: Value | null;
  readonly failed: boolean;
  readonly tryAgain: () => void;
}

/** The present version of something that travels once. */
export function useVersioned<Value>(source: Versioned<Value>, version: string): Fetched<Value> {
  const [value, setValue] = useState<Value | null>(null);
  const [failed, setFailed] = useState(false);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    let over = false;
    source.fetch(version).then(
      (fetched) => !over && setValue(fetched),
      () => !over && setFailed(true),
    );
    return () => {
      over = true;
    };
  }, [source, version, tries]);
  // What was fetched before serves until what is newer is here.
  return {
    value,
    failed: failed && value === null,
    tryAgain: () => {
      setFailed(false);
      setTries(tries + 1);
    },
  };
}
