package org.mendak.core.howto;

import java.util.List;
import org.mendak.core.howto.Block.Kind;

/** What comes behind a block: what a list or a heading is, is told by what stands in it. */
final class Ahead {

    /** As much of a list is looked at to see what it is. */
    private static final int LIST = 20;

    private final List<Block> blocks;
    private final boolean[] listed;

    Ahead(List<Block> blocks) {
        this.blocks = blocks;
        listed = new boolean[blocks.size()];
        for (int i = blocks.size() - 2; i >= 0; i--) {
            Block next = blocks.get(i + 1);
            boolean ends = next.is(Kind.HEADING) || !next.isLong() && Cues.onward(next.text()) != null;
            listed[i] = !ends && (next.is(Kind.ITEM) || listed[i + 1]);
        }
    }

    /** Whether an item follows before the next heading or the next way. */
    boolean listed(int at) {
        return listed[at];
    }

    /**
     * Whether something is done below a heading.
     *
     * @param beside whether it stands beside a way, where any item is one
     */
    boolean works(int at, boolean beside) {
        int level = blocks.get(at).depth();
        for (int i = at + 1; i < blocks.size(); i++) {
            Block b = blocks.get(i);
            if (b.is(Kind.HEADING) && b.depth() <= level) {
                return false;
            }
            if (b.isLong()) {
                continue;
            }
            if (b.is(Kind.ITEM)
                            && (beside
                                    || b.numbered()
                                    || Cues.acts(b.text())
                                    || !Sentences.commands(b.text()).isEmpty())
                    || b.is(Kind.CODE) && Steps.commands(b.text()) > 0
                    || b.is(Kind.PARAGRAPH)
                            && (Cues.acts(b.text())
                                    || Sentences.commands(b.text()).size() > 0)) {
                return true;
            }
        }
        return false;
    }

    /** Whether the list that an item begins tells what to do: at least half of it, however that is put in its first item. */
    boolean othersAct(int at) {
        Block b = blocks.get(at);
        if (at > 0 && blocks.get(at - 1).is(Kind.ITEM) || Sentences.quoted(b.text()) != null) {
            return false;
        }
        int items = 1;
        int acting = 0;
        for (int i = at + 1;
                i < Math.min(blocks.size(), at + LIST) && !blocks.get(i).is(Kind.HEADING);
                i++) {
            Block next = blocks.get(i);
            if (next.is(Kind.ITEM) && next.depth() == b.depth()) {
                items++;
                acting += Cues.acts(next.text())
                                || !Sentences.commands(next.text()).isEmpty()
                        ? 1
                        : 0;
            } else if (next.depth() < b.depth()) {
                break;
            }
        }
        return acting * 2 >= items;
    }

    /** Whether most of the items have items of their own with something to do, so that each of them is a way. */
    boolean waysAreItems(int at) {
        Block b = blocks.get(at);
        int items = 1;
        int parents = 0;
        int children = 0;
        boolean numbered = true;
        boolean parent = false;
        for (int i = at + 1; i < blocks.size() && !blocks.get(i).is(Kind.HEADING); i++) {
            Block next = blocks.get(i);
            if (next.is(Kind.ITEM) && next.depth() <= b.depth()) {
                items++;
                parent = false;
            } else if (next.is(Kind.ITEM) && (next.numbered() || Cues.acts(next.text()))) {
                parents += parent ? 0 : 1;
                parent = true;
                children++;
                numbered &= next.numbered();
            }
        }
        // bullets below an item may be how one step is done; of those it takes several
        return parents * 2 > items && (numbered && b.numbered() || children >= 2 * parents);
    }
}
