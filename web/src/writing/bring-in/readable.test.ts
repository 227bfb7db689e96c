import { expect, test } from "vitest";
import { fromClipboard, isPage, readable } from "./readable";

test("of a page its words are read, line by line, and nothing else", () => {
  const page =
    "<html><head><title>x</title><style>p{color:red}</style></head><body><h1>Plotter &amp; tracks</h1>" +
    '<script>document.title = "ran"</script><ol><li>Stop it<br><code>plotctl stop</code></li><li>Clear it</li></ol>' +
    "<ul><li>mind <b>the</b> gap</li></ul><img src=x onerror=\"document.title='ran'\"></body></html>";
  document.title = "before";
  expect(readable(page)).toBe(
    "Plotter & tracks\n\n1. Stop it\nplotctl stop\n\n2. Clear it\n\n• mind the gap",
  );
  expect(document.title).toBe("before");
});

test("a plain text stays what it is, with what looks like a sign", () => {
  const text = "Run x < y\n  <name> stays\n\n\n  twice";
  expect(isPage(text)).toBe(false);
  expect(readable(text)).toBe(text);
});

test("a clipboard's page is taken where a plain text would lose its structure", () => {
  const board = (html: string) => ({ getData: (type: string) => (type === "text/html" ? html : "plain") });
  expect(fromClipboard(board("<ol><li>one</li></ol>"))).toBe("<ol><li>one</li></ol>");
  expect(fromClipboard(board("<span>one</span>"))).toBe("plain");
  expect(fromClipboard(board(""))).toBe("plain");
});
