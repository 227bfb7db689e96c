package org.mendak.core.runbook;

/** The body of a document while it is printed: blocks with one empty line between them, clauses one under the other. */
final class Lines {
    private final StringBuilder out = new StringBuilder();
    private boolean inList;

    Lines(HeadText head) {
        out.append("---\n");
        head.lines().forEach(l -> out.append(l).append('\n'));
        out.append("---\n");
    }

    Lines paragraph(String text) {
        if (!text.isEmpty()) {
            gap();
            out.append(text).append('\n');
        }
        return this;
    }

    void heading(String text) {
        out.append("\n## ").append(text).append('\n');
        inList = true;
    }

    Lines line(String text) {
        out.append(text).append('\n');
        inList = true;
        return this;
    }

    /** A list must not touch a paragraph before it, or its first bullet could be read as the paragraph's second line. */
    private void gap() {
        if (!inList) {
            out.append('\n');
        }
        inList = false;
    }

    void clause(String keyword, String value) {
        gap();
        out.append("- ").append(keyword).append(": ").append(value).append('\n');
        inList = true;
    }

    void clauseIfSaid(String keyword, String value) {
        if (!value.isEmpty()) {
            clause(keyword, value);
        }
    }

    void item(int n, String text) {
        out.append(n).append(". ").append(text).append('\n');
        inList = true;
    }

    void below(int n, String keyword, String value) {
        if (!value.isEmpty()) {
            out.append(indent(n))
                    .append("- ")
                    .append(keyword)
                    .append(": ")
                    .append(value)
                    .append('\n');
        }
    }

    void below(int n, String keyword) {
        out.append(indent(n)).append("- ").append(keyword).append('\n');
    }

    private static String indent(int n) {
        return " ".repeat(String.valueOf(n).length() + 2);
    }

    String text() {
        return out.toString();
    }
}
