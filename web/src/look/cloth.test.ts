import { expect, test } from "vitest";
import { type Cloth, clothFor, LINEN, NIGHT, wear } from "./cloth";

/** Relative luminance and contrast: WCAG 2.2, "relative luminance" and "contrast ratio". */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((i) => {
    const s = parseInt(hex.slice(i, i + 2), 16) / 255;
    return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

test("the formula gives the standard's extreme", () => {
  expect(contrast("#ffffff", "#000000")).toBeCloseTo(21, 5);
});

test.each([
  ["linen", LINEN],
  ["night", NIGHT],
])("%s: text reaches AA on both grounds, commands on theirs", (_, c: Cloth) => {
  for (const ground of [c.paper, c.sheet]) {
    for (const text of [c.ink, c.softInk, c.thread, c.madder, c.woad]) {
      expect(contrast(text, ground)).toBeGreaterThanOrEqual(4.5);
    }
  }
  for (const text of [c.slateInk, c.slateSoft, c.slateValue]) {
    expect(contrast(text, c.slate)).toBeGreaterThanOrEqual(4.5);
  }
});

test("the device decides only if nobody chose", () => {
  expect(clothFor("auto", true)).toBe("night");
  expect(clothFor("auto", false)).toBe("linen");
  expect(clothFor("linen", true)).toBe("linen");
});

test("hands every colour to the style sheet", () => {
  const root = document.createElement("div");
  wear("night", root);
  expect(root.style.getPropertyValue("--soft-ink")).toBe(NIGHT.softInk);
  expect(root.dataset.cloth).toBe("night");
});
