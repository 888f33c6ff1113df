import NextLink from "next/link";
import type { ComponentProps } from "react";

/** A link to another page of the shop. Nothing is fetched ahead: of every link on a page that would be more work for the server than the page itself. */
export function Link(props: ComponentProps<typeof NextLink>) {
  return <NextLink prefetch={false} {...props} />;
}
