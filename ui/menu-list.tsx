"use client";

import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "./button";

export interface MenuItem {
  readonly label: string;
  readonly onPick: () => void;
}

export interface MenuProps {
  readonly label: ReactNode;
  readonly items: readonly MenuItem[];
}

/** The menu itself, open from the start: it is fetched when somebody asks for it. */
export function MenuList({ label, items }: MenuProps) {
  return (
    <DropdownMenu.Root modal={false} defaultOpen>
      <DropdownMenu.Trigger asChild>
        <Button look="quiet" className="shrink-0">
          {label}
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Content
        align="end"
        sideOffset={8}
        collisionPadding={8}
        className="z-40 min-w-56 border-2 border-ink bg-paper shadow-xl"
      >
        {items.map(({ label: words, onPick }) => (
          <DropdownMenu.Item
            key={words}
            onSelect={onPick}
            className="flex min-h-11 cursor-pointer items-center border-b border-rule px-4 font-medium outline-none last:border-b-0 data-[highlighted]:bg-ochre-pale"
          >
            {words}
          </DropdownMenu.Item>
        ))}
      </DropdownMenu.Content>
    </DropdownMenu.Root>
  );
}
