import type { MetadataRoute } from "next";

export default function manifest(): MetadataRoute.Manifest {
  return {
    name: "Brown Cellar",
    short_name: "Brown Cellar",
    description: "For people who keep composting-worm bins.",
    start_url: "/",
    display: "standalone",
    background_color: "#191310",
    theme_color: "#191310",
    icons: [{ src: "/icon.svg", sizes: "any", type: "image/svg+xml" }],
  };
}
