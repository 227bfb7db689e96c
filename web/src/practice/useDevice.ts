import { useQueryClient } from "@tanstack/react-query";
import type { PracticeDevice } from "../api";
import { useSay } from "../look";
import { ask, byHand, readOut, tryIt, typeLine } from "./api";

/** What can be done to a device; each shows it as it is then, and says what was refused. */
export function useDevice(id: string) {
  const client = useQueryClient();
  const say = useSay();
  const doing = (call: Promise<PracticeDevice>) =>
    void call.then((now) => client.setQueryData(["practice", id], now), say.failed);
  return {
    type: (line: string) => doing(typeLine(id, line)),
    hand: (hand: string) => doing(byHand(id, hand)),
    tryIt: () => doing(tryIt(id)),
    readOut: () => doing(readOut(id)),
    ask: (fact: string) => doing(ask(id, fact)),
  };
}

/** Whether somebody rang and was not asked yet what stands there. */
export const isUnread = (d: PracticeDevice) => d.call !== null && !d.call.readOut;
