// The document of every studio screen.
import "@fontsource-variable/hanken-grotesk/wght.css";
import "@fontsource-variable/bricolage-grotesque/wght.css";
import type { Metadata } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { Providers } from "@/studio/kit/providers";

export const metadata: Metadata = { title: "Webitor", icons: { icon: "/mark.svg" }, robots: "noindex" };

export default async function Layout({ children }: { children: ReactNode }) {
  // Reading the request keeps every page dynamic: its scripts carry the request's nonce.
  await headers();
  return (
    <html lang="en">
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  );
}
