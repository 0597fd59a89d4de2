import "@fontsource/noto-sans/400.css";
import "@fontsource/noto-sans/600.css";
import "@fontsource/noto-sans-mono/400.css";
import "@fontsource/noto-sans-mono/600.css";
import "./globals.css";
import { AntdRegistry } from "@ant-design/nextjs-registry";
import type { Metadata } from "next";
import type { ReactNode } from "react";
import { Theme } from "@/theme/theme";
import { tokenVariables } from "@/theme/tokens";

export const metadata: Metadata = {
  title: "Vertexon",
  description: "Shape arithmetic: outlines in, numbers out",
};

export default function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" style={tokenVariables}>
      <body>
        <AntdRegistry>
          <Theme>{children}</Theme>
        </AntdRegistry>
      </body>
    </html>
  );
}
