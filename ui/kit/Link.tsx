import NextLink from "next/link";
import type { ComponentProps } from "react";

/**
 * A link inside the application. Every page is made for the person who asks, so
 * fetching pages nobody asked for would only load the server: no prefetch.
 */
export function Link(props: Omit<ComponentProps<typeof NextLink>, "prefetch">) {
  return <NextLink {...props} prefetch={false} />;
}
