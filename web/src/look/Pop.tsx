import { Popover } from "antd";
import { type ReactElement, type ReactNode, useState } from "react";

/** What opens below a button to be filled in: a press opens it, its own content closes it. */
export function Pop(p: { children: ReactElement; content: (close: () => void) => ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover
      trigger="click"
      placement="bottomRight"
      open={open}
      onOpenChange={setOpen}
      content={p.content(() => setOpen(false))}
    >
      {p.children}
    </Popover>
  );
}
