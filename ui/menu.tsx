"use client";

import { useState } from "react";
import { Button } from "./button";
import { useHydrated } from "./hydrated";
import type { MenuProps } from "./menu-list";
import { useLate } from "./use-late";

const loadList = () => import("./menu-list").then(({ MenuList }) => MenuList);

/** What is needed now and then, behind one control that can be seen. The menu's own code does not stand in the way of the page. */
export function Menu({ label, items }: MenuProps) {
  const hydrated = useHydrated();
  const [wanted, setWanted] = useState(false);
  const { Part: MenuList, failed, fetch } = useLate(loadList, wanted);
  if (wanted && MenuList) return <MenuList label={label} items={items} />;
  const open = () => {
    if (failed) fetch();
    setWanted(true);
  };
  return (
    <Button
      look="quiet"
      className="shrink-0"
      disabled={!hydrated}
      aria-haspopup="menu"
      aria-expanded={false}
      title={failed ? "It could not be fetched: press again when the connection is back" : undefined}
      onClick={open}
    >
      {label}
    </Button>
  );
}
