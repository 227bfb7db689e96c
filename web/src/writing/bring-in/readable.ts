const BLOCKS = "p,div,h1,h2,h3,h4,h5,h6,li,tr,pre,blockquote,section,article,table,ul,ol,dt,dd";

/** Whether a text is a page or a piece of one. */
export const isPage = (text: string) =>
  (text.match(/<(?:!doctype html|html|body|p|div|h[1-6]|ol|ul|li|br|pre|table)\b[^<>]*>/gi) ?? []).length >=
  2;

/**
 * What somebody reads of a how-to. Of a page its words, line by line: it is taken apart without being shown, so nothing in it runs and
 * nothing is fetched.
 */
export function readable(text: string): string {
  if (!isPage(text)) return text;
  const page = new DOMParser().parseFromString(text, "text/html");
  page.querySelectorAll("script,style,template,noscript,svg").forEach((e) => {
    e.remove();
  });
  page.querySelectorAll("br").forEach((e) => {
    e.replaceWith("\n");
  });
  page.querySelectorAll("li").forEach((e) => {
    e.prepend(e.parentElement?.tagName === "OL" ? `${[...e.parentElement.children].indexOf(e) + 1}. ` : "• ");
  });
  page.querySelectorAll(BLOCKS).forEach((e) => {
    e.prepend("\n");
    e.append("\n");
  });
  return (page.body.textContent ?? "")
    .replace(/[ \t\u00a0]+/g, " ")
    .replace(/ *\n */g, "\n")
    .replace(/\n{3,}/g, "\n\n")
    .trim();
}

/** What a clipboard holds: a page if it has a structure that a plain text would lose, else the text. */
export function fromClipboard(data: Pick<DataTransfer, "getData">): string {
  const html = data.getData("text/html");
  return /<(?:h[1-6]|ol|ul|pre|table|code)\b/i.test(html) ? html : data.getData("text/plain");
}
