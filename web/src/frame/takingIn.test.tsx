import { screen } from "@testing-library/react";
import { useRef } from "react";
import { expect, test } from "vitest";
import { click, render } from "../testing/render";
import { NOTHING_TAKEN, useTakingInDraft } from "./takingIn";

const CALL = { text: "it sulks", device: "till-tar-03", call: "d1", says: "it sulks" };

function Hands() {
  const { draft, change, below, practise, clear } = useTakingInDraft();
  const first = useRef(below);
  return (
    <>
      <output>{JSON.stringify(draft)}</output>
      <button onClick={() => change({ text: "half a sen", requester: "Odd" })}>types</button>
      <button onClick={() => first.current("read out")}>comes late</button>
      <button onClick={() => practise(CALL)}>call</button>
      <button onClick={() => practise({ ...CALL, call: "d2" })}>another call</button>
      <button onClick={clear}>clears</button>
    </>
  );
}

const draft = () => JSON.parse(document.querySelector("output")?.textContent ?? "") as object;

test("what was half typed for somebody waits while practice calls are taken in", async () => {
  await render(<Hands />);
  await click(screen.getByText("types"));
  await click(screen.getByText("call"));
  expect(draft()).toEqual({ ...NOTHING_TAKEN, ...CALL });
  await click(screen.getByText("another call"));
  expect(draft()).toMatchObject({ call: "d2", requester: "" });
  await click(screen.getByText("clears"));
  expect(draft()).toEqual({ ...NOTHING_TAKEN, text: "half a sen", requester: "Odd" });
  await click(screen.getByText("clears"));
  expect(draft()).toEqual(NOTHING_TAKEN);
});

test("after a call that nothing waited for, nothing is taken in", async () => {
  await render(<Hands />);
  await click(screen.getByText("call"));
  await click(screen.getByText("clears"));
  expect(draft()).toEqual(NOTHING_TAKEN);
});

test("what comes late stands below what was typed meanwhile", async () => {
  await render(<Hands />);
  await click(screen.getByText("types"));
  await click(screen.getByText("comes late"));
  expect(draft()).toMatchObject({ text: "half a sen\nread out", requester: "Odd" });
  await click(screen.getByText("clears"));
  await click(screen.getByText("comes late"));
  expect(draft()).toEqual({ ...NOTHING_TAKEN, text: "read out" });
  await click(screen.getByText("clears"));
});
