package org.mendak.server.cases.texts;

import java.util.ArrayList;
import java.util.List;

/** A text to send while it is put together, as Markdown or as plain text for people and programs that show the signs. */
final class Blocks {

    private final boolean markdown;
    private final List<String> blocks = new ArrayList<>();
    private final List<String> bullets = new ArrayList<>();

    Blocks(boolean markdown) {
        this.markdown = markdown;
    }

    Blocks heading(String text) {
        flush();
        blocks.add(markdown ? "## " + text : text.toUpperCase(java.util.Locale.ROOT));
        return this;
    }

    Blocks paragraph(String text) {
        if (text != null && !text.isBlank()) {
            flush();
            blocks.add(text.strip());
        }
        return this;
    }

    Blocks bullet(String text) {
        bullets.add("- " + text.strip().replace("\n", "\n  "));
        return this;
    }

    /** Text as it was pasted: a fence longer than any in it, or indented. */
    Blocks verbatim(String text) {
        flush();
        if (markdown) {
            String fence = "```";
            while (text.contains(fence)) {
                fence += "`";
            }
            blocks.add(fence + "\n" + text.stripTrailing() + "\n" + fence);
        } else {
            blocks.add("    " + text.stripTrailing().replace("\n", "\n    "));
        }
        return this;
    }

    private void flush() {
        if (!bullets.isEmpty()) {
            blocks.add(String.join("\n", bullets));
            bullets.clear();
        }
    }

    String text() {
        flush();
        return String.join("\n\n", blocks) + "\n";
    }
}
