"use client";

import Link from "next/link";
import { useState, type ComponentProps } from "react";

/**
 * A link to another page of the shop, of which something is fetched ahead once a finger, a pointer or the keyboard is at it: of every link on a
 * page that would be more work for the server than the page itself.
 */
export function NearLink({ prefetch, ...rest }: ComponentProps<typeof Link>) {
  const [isNear, setIsNear] = useState(false);
  const near = () => setIsNear(true);
  return (
    <Link
      {...rest}
      prefetch={prefetch ?? (isNear ? null : false)}
      onPointerEnter={near}
      onTouchStart={near}
      onFocus={near}
    />
  );
}
