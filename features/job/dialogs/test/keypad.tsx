"use client";

import { Delete } from "lucide-react";

interface KeypadProps {
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** Goes to the next reading; null where there is none. */
  readonly onNext: (() => void) | null;
}

const KEYS = ["7", "8", "9", "k", "4", "5", "6", "M", "1", "2", "3", "m", "±", "0", ",", "OL"] as const;

/** Large keys for gloved fingers: digits, the decimal sign, prefixes, and open circuit. */
export function Keypad({ value, onChange, onNext }: KeypadProps) {
  const press = (key: (typeof KEYS)[number]) => {
    if (key === "OL") return onChange("OL");
    if (key === "±") return onChange(value.startsWith("-") ? value.slice(1) : `-${value}`);
    onChange(value === "OL" ? key : value + key);
  };
  return (
    <div role="group" aria-label="Keypad" className="grid max-w-sm grid-cols-4 gap-2">
      {KEYS.map((key) => (
        <Key key={key} label={key} onPress={() => press(key)}>
          {key}
        </Key>
      ))}
      <Key label="Take the last away" onPress={() => onChange(value === "OL" ? "" : value.slice(0, -1))}>
        <Delete aria-hidden className="mx-auto" />
      </Key>
      <Key label="Clear" onPress={() => onChange("")}>
        C
      </Key>
      {onNext && (
        <Key label="Next reading" onPress={onNext} wide>
          Next
        </Key>
      )}
    </div>
  );
}

interface KeyProps {
  readonly label: string;
  readonly onPress: () => void;
  readonly wide?: boolean;
  readonly children: React.ReactNode;
}

function Key({ label, onPress, wide = false, children }: KeyProps) {
  return (
    <button
      type="button"
      aria-label={label}
      className={`mono min-h-14 border border-rule-strong bg-sheet text-xl hover:border-ink active:bg-paper-2 ${wide ? "col-span-2" : ""}`}
      onClick={onPress}
    >
      {children}
    </button>
  );
}
