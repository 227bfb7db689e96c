/** Whether it was taken there. */
function pastedAt(where: Element, text: string): boolean {
  const clipboardData = new DataTransfer();
  clipboardData.setData("text/plain", text);
  return !where.dispatchEvent(
    new ClipboardEvent("paste", { clipboardData, bubbles: true, cancelable: true }),
  );
}

/** What somebody read back: the step that waits for what was printed has it, or the case, as anything that is pasted. */
export function takePrinted(text: string) {
  (document.activeElement as HTMLElement | null)?.blur();
  const box = document.querySelector(".case .output-box");
  if (box === null || !pastedAt(box, text)) pastedAt(document.body, text);
}
