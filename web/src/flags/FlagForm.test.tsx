import { screen } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { render, server, settle, user } from "../testing/render";
import { FlagForm } from "./FlagForm";

beforeEach(() => {
  sessionStorage.clear();
  localStorage.clear();
});

const PLACE = "In a word or two, for its author";

test("a word and Enter are a flag; it is wrong unless something else is said", async () => {
  const calls = server({ "POST /api/cases/7/flags": { id: 1 } });
  const leave = vi.fn();
  await render(<FlagForm n={7} fix="oil" step={2} title="Two drops" onLeave={leave} />);
  await user.type(screen.getByLabelText(PLACE), "it is grease now{Enter}");
  await settle();
  expect(calls).toEqual([
    {
      method: "POST",
      path: "/api/cases/7/flags",
      body: { fix: "oil", step: 2, kind: "wrong", text: "it is grease now" },
    },
  ]);
  expect(leave).toHaveBeenCalledOnce();
});

test("what was refused stays where it was typed", async () => {
  server({});
  const leave = vi.fn();
  await render(<FlagForm n={7} fix="oil" step={2} title="Two drops" onLeave={leave} />);
  await user.type(screen.getByLabelText(PLACE), "no{Enter}");
  await settle();
  expect(leave).not.toHaveBeenCalled();
  expect(screen.getByLabelText<HTMLInputElement>(PLACE).value).toBe("no");
});
