package org.mendak.core.howto;

import java.util.Collection;
import java.util.List;
import org.mendak.core.drafting.Drafted.Document;
import org.mendak.core.drafting.Naming;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;
import org.mendak.core.runbook.Signature;

/**
 * Drafts of a how-to: of plain text, of Markdown, or of a page in HTML. What reads is the same for all three: first the blocks, then
 * what each of them is. The same text makes the same drafts.
 */
public final class HowTo {

    /** The most characters of one how-to. */
    public static final int MOST_CHARACTERS = 200_000;

    /** The most headings, paragraphs and items of one how-to. */
    public static final int MOST_BLOCKS = 4_000;

    private HowTo() {}

    /**
     * What came of it.
     *
     * @param source its name
     * @param error null if there is nothing to recognise it by and one way to do it: then it is a fix alone
     * @param fixes in the order in which the how-to has them
     */
    public record Made(String source, Document error, List<Document> fixes) {

        public Made {
            fixes = List.copyOf(fixes);
        }

        /** All of it, fixes first. */
        public List<Document> documents() {
            return error == null
                    ? fixes
                    : java.util.stream.Stream.concat(fixes.stream(), java.util.stream.Stream.of(error))
                            .toList();
        }

        /** What of it has a place of its own. */
        public Placed placed() {
            KnownError e = error == null
                    ? null
                    : RunbookParser.parse(DocumentKind.ERROR, error.key(), error.text())
                            .error();
            List<Fix.Step> steps = fixes.stream()
                    .map(f -> RunbookParser.parse(DocumentKind.FIX, f.key(), f.text())
                            .fix())
                    .flatMap(f -> f.steps().stream())
                    .toList();
            return new Placed(
                    e == null ? 0 : of(e, Signature.Kind.CODE),
                    e == null ? 0 : of(e, Signature.Kind.MESSAGE),
                    fixes.size(),
                    steps.size(),
                    steps.stream()
                            .flatMap(s -> s.fences().stream())
                            .mapToInt(f -> (int) f.text().lines().count())
                            .sum(),
                    steps.stream().mapToInt(s -> s.cautions().size()).sum(),
                    steps.stream().mapToInt(s -> s.gets().size()).sum());
        }

        private static int of(KnownError e, Signature.Kind kind) {
            return (int) e.signatures().stream().filter(s -> s.kind() == kind).count();
        }
    }

    /** How many of each were found; commands by lines. */
    public record Placed(int codes, int messages, int fixes, int steps, int commands, int cautions, int links) {}

    /**
     * Reads one.
     *
     * @param name what it is called, such as the name of its file
     * @param text at most {@link #MOST_CHARACTERS}; HTML if it has the marks of a page
     * @param products the desk's, by name
     * @param naming gives keys that nobody has
     * @return documents that can be read without errors, in which every word of the text stands
     * @throws IllegalArgumentException if it says nothing, or is longer or has more blocks than can be read; cost: linear in the text
     */
    public static Made read(String name, String text, Collection<String> products, Naming naming) {
        if (text.length() > MOST_CHARACTERS) {
            throw new IllegalArgumentException("it has more than " + MOST_CHARACTERS + " characters");
        }
        List<Block> blocks = HtmlBlocks.isPage(text) ? HtmlBlocks.of(text) : TextBlocks.of(text);
        if (blocks.stream().noneMatch(b -> !Words.of(b.text()).isEmpty())) {
            throw new IllegalArgumentException("it says nothing");
        }
        if (blocks.size() > MOST_BLOCKS) {
            throw new IllegalArgumentException("it has more than " + MOST_BLOCKS + " paragraphs; bring it in in parts");
        }
        return new Writing(HowToReader.read(blocks), name, products, naming).made();
    }
}
