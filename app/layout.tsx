import "@fontsource-variable/bitter/wght.css";
import "@fontsource-variable/archivo/wght.css";
import "./globals.css";
import type { Metadata, Viewport } from "next";
import type { ReactNode } from "react";

export const metadata: Metadata = {
  title: { default: "Bell Step", template: "%s · Bell Step" },
  description: "Graded forging exercises, measured at the bench.",
};

export const viewport: Viewport = { themeColor: "#F2F0E8" };

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en-GB">
      <body>{children}</body>
    </html>
  );
}
