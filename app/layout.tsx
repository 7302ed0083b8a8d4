import "@fontsource-variable/bitter/wght.css";
import "@fontsource-variable/archivo/wght.css";
import "./globals.css";
import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { StyleNonce } from "@/ui/kit/StyleNonce";

export const metadata: Metadata = {
  title: { default: "Bell Step", template: "%s · Bell Step" },
  description: "Graded forging exercises, measured at the bench.",
};

export const viewport: Viewport = { themeColor: "#F2F0E8" };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get("x-nonce") ?? "";
  return (
    <html lang="en-GB">
      <body>
        <StyleNonce nonce={nonce} />
        {children}
      </body>
    </html>
  );
}
