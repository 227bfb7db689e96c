import type { CaseLine } from "../api";
import { words } from "../words";

export interface DeskGroup {
  key: string;
  title: string;
  cases: CaseLine[];
}

/** Open cases by what they wait for; mine first, then what colleagues have. Each case stands in one group only. */
export function deskGroups(cases: CaseLine[], me: number): DeskGroup[] {
  const groups: DeskGroup[] = [
    { key: "me", title: words.desk.me, cases: [] },
    { key: "putBacks", title: words.desk.putBacks, cases: [] },
    { key: "restart", title: words.desk.waits.restart ?? "", cases: [] },
    { key: "time", title: words.desk.waits.time ?? "", cases: [] },
    { key: "requester", title: words.desk.waits.requester ?? "", cases: [] },
    { key: "others", title: words.desk.others, cases: [] },
  ];
  const into = (key: string) => groups.find((g) => g.key === key)?.cases;
  for (const c of [...cases].sort((a, b) => a.openedAt.localeCompare(b.openedAt))) {
    if (c.agentId !== me) into("others")?.push(c);
    else if (c.waitsFor !== "me") into(c.waitsFor)?.push(c);
    else if (c.openPutBacks > 0) into("putBacks")?.push(c);
    else into("me")?.push(c);
  }
  return groups.filter((g) => g.cases.length > 0);
}
