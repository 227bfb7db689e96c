package org.mendak.core.howto;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import org.mendak.core.howto.Block.Kind;
import org.mendak.core.howto.Block.Mark;

/** The blocks of a text in which nothing but how far a line is set in says what it belongs to. */
final class Indents {

    private static final int FEWEST_LEVELS = 4;
    private static final int STEPS = 3;

    private Indents() {}

    /** Whether a text is such an outline: most of its lines are set in, in several levels, and no other marks stand in it. */
    static boolean isOutline(List<String> lines) {
        List<String> said = lines.stream().filter(l -> !l.isBlank()).toList();
        TreeSet<Integer> levels = new TreeSet<>();
        said.forEach(l -> levels.add(indent(l)));
        long in = said.stream().filter(l -> indent(l) > 0).count();
        boolean marked = said.stream()
                .anyMatch(l -> l.strip()
                        .matches("(?:[-*+>|\u2022]|->|=>|\\(?\\w{1,2}[.)])\\s.*|#{1,6}\\s.*|```.*|={3,}|-{3,}"));
        return !marked && levels.size() >= FEWEST_LEVELS && in * 10 >= said.size() * 7L;
    }

    /** The upper levels head what is below them; below those stand the steps, and what belongs to each. */
    static List<Block> of(List<String> lines) {
        List<String> said = lines.stream().filter(l -> !l.isBlank()).toList();
        List<Integer> levels =
                List.copyOf(new TreeSet<>(said.stream().map(Indents::indent).toList()));
        List<Block> blocks = new ArrayList<>();
        for (int i = 0; i < said.size(); i++) {
            String line = said.get(i).strip();
            int level = levels.indexOf(indent(said.get(i)));
            boolean heads = i + 1 < said.size() && indent(said.get(i + 1)) > indent(said.get(i));
            if (level < STEPS && (heads || level == 0)) {
                blocks.add(new Block(Kind.HEADING, level + 1, false, Mark.NONE, line));
            } else if (level < STEPS) {
                blocks.add(new Block(Kind.PARAGRAPH, 0, false, Mark.NONE, line));
            } else if (level == STEPS) {
                blocks.add(new Block(Kind.ITEM, 1, true, Mark.NONE, line));
            } else {
                Kind kind = Cues.commandish(line) ? Kind.CODE : Kind.PARAGRAPH;
                blocks.add(new Block(kind, 1, false, Mark.NONE, line));
            }
        }
        return blocks;
    }

    private static int indent(String line) {
        return line.length() - line.stripLeading().length();
    }
}
