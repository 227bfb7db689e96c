package org.mendak.core.language;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** The places of a command into which values are put, in order; a name counts only if it is declared and no dollar sign stands before it. */
final class Places {

    /**
     * One place.
     *
     * @param from where its opening brace stands, {@code to} behind the closing one
     */
    record Place(int from, int to, String name) {}

    private static final int LONGEST_NAME = 130;

    private Places() {}

    static List<Place> of(String command, Set<String> declared) {
        List<Place> places = new ArrayList<>();
        for (int i = command.indexOf('{'); i >= 0; i = command.indexOf('{', i + 1)) {
            int end = i > 0 && command.charAt(i - 1) == '$' ? -1 : close(command, i);
            String name = end < 0 ? "" : command.substring(i + 1, end);
            if (end >= 0 && declared.contains(name)) {
                places.add(new Place(i, end + 1, name));
                i = end;
            }
        }
        return places;
    }

    /** The brace that closes a name, which is never longer than names are; -1 if there is none. */
    private static int close(String command, int open) {
        int most = Math.min(command.length(), open + LONGEST_NAME);
        for (int i = open + 1; i < most; i++) {
            if (command.charAt(i) == '}') {
                return i;
            }
        }
        return -1;
    }
}
