"use client";

import { App, ConfigProvider } from "antd";
import type { ReactNode } from "react";
import { tokens } from "./tokens";

export function Theme({ children }: { children: ReactNode }) {
  return (
    <ConfigProvider
      theme={{
        token: {
          colorPrimary: tokens.plum,
          colorLink: tokens.plum,
          colorText: tokens.ink,
          colorTextSecondary: tokens.quiet,
          colorBgBase: tokens.sheet,
          colorBgLayout: tokens.paper,
          colorBorder: tokens.ruleStrong,
          colorBorderSecondary: tokens.rule,
          colorSuccess: tokens.olive,
          borderRadius: 3,
          fontFamily: tokens.sans,
          fontFamilyCode: tokens.mono,
          fontSize: 13,
          controlHeight: 28,
        },
        components: {
          Progress: { defaultColor: tokens.plum },
          Table: {
            cellPaddingBlockSM: 2,
            cellPaddingInlineSM: 6,
            cellFontSizeSM: 12,
            headerBg: "transparent",
            headerColor: tokens.quiet,
            headerSplitColor: "transparent",
            rowHoverBg: tokens.plumWash,
            rowSelectedBg: tokens.plumWash,
            rowSelectedHoverBg: tokens.plumWash,
            colorBgContainer: tokens.paper,
            fontWeightStrong: 400,
          },
        },
      }}
    >
      <App>{children}</App>
    </ConfigProvider>
  );
}
