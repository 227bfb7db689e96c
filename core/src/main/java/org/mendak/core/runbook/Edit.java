package org.mendak.core.runbook;

import java.util.List;
import java.util.Map;

/**
 * One change of a document in its parts. A path names a part by its place among its neighbours, from 0, from the outside in: {@code
 * [1, 0]} is the first part in the second section or step; the empty path is the head.
 */
public sealed interface Edit {

    /** Other values at one place of a part; none empties it. */
    record Put(List<Integer> path, String field, List<String> values) implements Edit {
        public Put {
            path = List.copyOf(path);
            values = List.copyOf(values);
        }
    }

    /**
     * A new part in the one at the path, or in the document.
     *
     * @param what a keyword, or {@code Words}, {@code Command}, {@code Item}, {@code Step}
     * @param fields its places by name
     */
    record Add(List<Integer> path, String what, Map<String, List<String>> fields) implements Edit {
        public Add {
            path = List.copyOf(path);
            fields = Map.copyOf(fields);
        }
    }

    /** Takes a part away. */
    record Remove(List<Integer> path) implements Edit {
        public Remove {
            path = List.copyOf(path);
        }
    }

    /** Gives a part another place among its neighbours. */
    record Move(List<Integer> path, int to) implements Edit {
        public Move {
            path = List.copyOf(path);
        }
    }
}
