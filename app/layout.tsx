import "@fontsource-variable/bitter/wght.css";
import "@fontsource-variable/archivo/wght.css";
import "./globals.css";
import plain from "@fontsource-variable/archivo/files/archivo-latin-wght-normal.woff2";
import slab from "@fontsource-variable/bitter/files/bitter-latin-wght-normal.woff2";
import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { preload } from "react-dom";
import { ReplayEarlyInput } from "@/ui/kit/ReplayEarlyInput";
import { StyleNonce } from "@/ui/kit/StyleNonce";

export const metadata: Metadata = {
  title: { default: "Bell Step", template: "%s · Bell Step" },
  description: "Graded forging exercises, measured at the bench.",
};

export const viewport: Viewport = { themeColor: "#F2F0E8" };

export default async function RootLayout({ children }: { children: ReactNode }) {
  // With the page itself, so that it is set in its own letters from the start.
  for (const font of [plain, slab])
    preload(font, { as: "font", type: "font/woff2", crossOrigin: "anonymous" });
  const nonce = (await headers()).get("x-nonce") ?? "";
  return (
    <html lang="en-GB">
      <body>
        <ReplayEarlyInput nonce={nonce}>
          <StyleNonce nonce={nonce} />
          {children}
        </ReplayEarlyInput>
      </body>
    </html>
  );
}
