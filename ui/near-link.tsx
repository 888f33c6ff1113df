"use client";

import { useState, type ComponentProps } from "react";
import { Link } from "./link";

/** A link of which something is fetched ahead, but only once a finger, a pointer or the keyboard is at it; of a file nothing is. */
export function NearLink(props: ComponentProps<typeof Link>) {
  const [isNear, setIsNear] = useState(false);
  const near = () => setIsNear(true);
  return (
    <Link
      {...props}
      prefetch={isNear && !props.download ? null : false}
      onPointerEnter={near}
      onTouchStart={near}
      onFocus={near}
    />
  );
}
