import { theme, type ThemeConfig } from "antd";
import { type Cloth, type ClothName, LINEN, NIGHT } from "./cloth";

export const SANS = '"Alegreya Sans", "Segoe UI", sans-serif';
export const MONO = '"IBM Plex Mono", "Courier New", monospace';

/** Ant Design's controls in Mendak's clothes. */
export function themeOf(name: ClothName, still: boolean): ThemeConfig {
  const c: Cloth = name === "night" ? NIGHT : LINEN;
  return {
    algorithm: name === "night" ? theme.darkAlgorithm : theme.defaultAlgorithm,
    token: {
      colorPrimary: c.thread,
      colorInfo: c.thread,
      colorSuccess: c.thread,
      // madder says risk; what went wrong is said in words
      colorWarning: c.ink,
      colorError: c.ink,
      colorLink: c.thread,
      colorText: c.ink,
      colorTextSecondary: c.softInk,
      colorTextPlaceholder: c.softInk,
      colorBgBase: c.paper,
      colorBgContainer: c.sheet,
      colorBgElevated: c.sheet,
      colorBgLayout: c.paper,
      colorBgContainerDisabled: c.paper,
      colorBorder: c.lines,
      colorBorderSecondary: c.lines,
      colorTextLightSolid: name === "night" ? c.paper : c.sheet,
      fontFamily: SANS,
      fontFamilyCode: MONO,
      fontSize: 17,
      borderRadius: 3,
      controlHeight: 36,
      boxShadow: "none",
      boxShadowSecondary: `0 6px 24px ${name === "night" ? "#0009" : "#23274a2e"}`,
      motion: !still,
    },
    components: {
      Button: { defaultShadow: "none", primaryShadow: "none", fontWeight: 500 },
      Input: { activeShadow: "none" },
      Select: { optionSelectedBg: c.lines },
    },
  };
}
