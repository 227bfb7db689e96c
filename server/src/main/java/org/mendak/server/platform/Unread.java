package org.mendak.server.platform;

import java.util.Collection;
import java.util.HashSet;
import java.util.Set;
import java.util.function.Function;

/** What of many things changed and was not read again yet; that all of them may have, where too many did. May be told by many at once. */
public final class Unread {

    private final int most;
    private final Set<Long> numbers = new HashSet<>();
    private boolean all;

    /** @param most so many are told apart */
    public Unread(int most) {
        this.most = most;
    }

    /**
     * What is to be read.
     *
     * @param numbers of the things; none of them says anything if all are to be read
     */
    public record Due(Set<Long> numbers, boolean all) {

        /** Whether nothing has changed. */
        public boolean isNothing() {
            return numbers.isEmpty() && !all;
        }
    }

    /** These changed. */
    public synchronized void add(Collection<Long> changed) {
        numbers.addAll(changed);
        if (numbers.size() > most) {
            addAll();
        }
    }

    /** Any of them may have changed. */
    public synchronized void addAll() {
        all = true;
        numbers.clear();
    }

    /** Reads what is due: what changes meanwhile is due again, and so is all of it if reading fails. One at a time. */
    public <T> T read(Function<Due, T> reading) {
        Due due = taken();
        try {
            return reading.apply(due);
        } catch (RuntimeException | Error e) {
            giveBack(due);
            throw e;
        }
    }

    private synchronized Due taken() {
        Due due = new Due(Set.copyOf(numbers), all);
        numbers.clear();
        all = false;
        return due;
    }

    private synchronized void giveBack(Due due) {
        if (due.all()) {
            addAll();
        } else {
            add(due.numbers());
        }
    }
}
