"use client";

import { useCallback } from "react";
import { usePathname, useRouter, useSearchParams } from "next/navigation";

type Params = URLSearchParams | Readonly<URLSearchParams>;
type Change = (next: Readonly<Record<string, string>>) => void;

/**
 * What stands in the address behind the question mark, and what changes it: so a list that was sorted and searched can be sent to a colleague, and
 * is found again by Back. What is empty is left out.
 * @param remote whether the server is to be asked with what stands there; else the page alone looks at it
 */
export function useAddressState(remote = false): readonly [Params, Change] {
  const params = useSearchParams();
  const path = usePathname();
  const { replace } = useRouter();
  const change = useCallback<Change>(
    (next) => {
      const now = new URLSearchParams(window.location.search);
      for (const [name, value] of Object.entries(next)) {
        if (value) now.set(name, value);
        else now.delete(name);
      }
      const query = now.toString();
      const address = query ? `${path}?${query}` : path;
      if (remote) replace(address, { scroll: false });
      else window.history.replaceState(null, "", address);
    },
    [path, remote, replace],
  );
  return [params, change];
}
