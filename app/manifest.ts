import type { MetadataRoute } from "next";

/** What makes it installable: it then opens like any other program, with or without a network. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: "Bell Step",
    short_name: "Bell Step",
    description: "Graded forging exercises, measured at the bench.",
    start_url: "/",
    scope: "/",
    display: "standalone",
    background_color: "#F2F0E8",
    theme_color: "#F2F0E8",
    icons: [
      { src: "/icon-192.png", sizes: "192x192", type: "image/png" },
      { src: "/icon-512.png", sizes: "512x512", type: "image/png" },
      { src: "/icon-maskable-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
    ],
  };
}
