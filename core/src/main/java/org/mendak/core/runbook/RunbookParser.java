package org.mendak.core.runbook;

import java.util.List;
import java.util.regex.Pattern;

/** Reads runbook documents. The front door of this room. */
public final class RunbookParser {

    private static final Pattern LINE_END = Pattern.compile("\r\n|\n|\r");

    private RunbookParser() {}

    /**
     * Reads a document. Never fails: what is wrong is among the problems. Linear in the text's length.
     *
     * @param kind which kind it is, told by the folder it lies in
     * @param key its file name without the ending
     * @param text the whole document; a byte order mark at its start is passed over
     */
    public static ParsedDocument parse(DocumentKind kind, String key, String text) {
        Problems problems = new Problems();
        String[] lines = LINE_END.split(text.startsWith("\uFEFF") ? text.substring(1) : text, -1);
        int end = endOfHead(lines);
        if (end < 0) {
            problems.error(
                    1, 1, "the head is missing", "begin with --- , then " + kind.word() + ": " + key + " , then ---");
            return new ParsedDocument(kind, key, null, null, problems.sorted());
        }
        Head head = Head.read(String.join("\n", List.of(lines).subList(1, end)), 2, problems);
        for (int i = 0; i <= end; i++) {
            lines[i] = "";
        }
        if (head.isEmpty()) {
            return new ParsedDocument(kind, key, null, null, problems.sorted());
        }
        checkKey(head, kind, key, problems);
        List<Body.Section> sections = Body.read(lines, problems);
        sections.forEach(x -> Keywords.tellDoubts(x.blocks(), problems));
        KnownError error = kind == DocumentKind.ERROR ? new ErrorReader(key, head, sections, problems).read() : null;
        Fix fix = kind == DocumentKind.FIX ? new FixReader(key, head, sections, problems).read() : null;
        return new ParsedDocument(kind, key, error, fix, problems.sorted());
    }

    /**
     * Reads {@code library.yaml}. Never fails: what cannot be read is among the problems and left out.
     *
     * @param text the whole file
     */
    public static Vocabulary.Read vocabulary(String text) {
        return VocabularyReader.read(text);
    }

    private static int endOfHead(String[] lines) {
        if (!lines[0].stripTrailing().equals("---")) {
            return -1;
        }
        for (int i = 1; i < lines.length; i++) {
            if (lines[i].stripTrailing().equals("---")) {
                return i;
            }
        }
        return -1;
    }

    private static void checkKey(Head head, DocumentKind kind, String key, Problems problems) {
        head.text(kind.word())
                .ifPresentOrElse(
                        t -> {
                            if (!t.value().equals(key)) {
                                problems.error(
                                        t.line(),
                                        t.column(),
                                        "the head says \"" + t.value() + "\", the file is called \"" + key + "\"",
                                        "make them the same");
                            }
                        },
                        () -> problems.error(
                                2, 1, "the head does not name the " + kind.word(), "add " + kind.word() + ": " + key));
    }
}
