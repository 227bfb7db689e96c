package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.mendak.core.language.Parsed;

/** Collects problems while a document is read. */
final class Problems {
    private final List<Problem> list = new ArrayList<>();

    void error(int line, int column, String message, String remedy) {
        list.add(new Problem(Problem.Severity.ERROR, line, column, message, remedy));
    }

    /** Something is still to be written. */
    void missing(int line, int column, String message, String remedy) {
        list.add(new Problem(Problem.Severity.MISSING, line, column, message, remedy));
    }

    void warning(int line, int column, String message, String remedy) {
        list.add(new Problem(Problem.Severity.WARNING, line, column, message, remedy));
    }

    void hint(int line, int column, String message, String remedy) {
        list.add(new Problem(Problem.Severity.HINT, line, column, message, remedy));
    }

    /** The problem that was told last can be mended so: this many characters at its place, -1 for its whole line, become another text. */
    void mend(int length, String text) {
        Problem p = list.remove(list.size() - 1);
        list.add(p.with(new Problem.Mend(p.line(), p.column(), length, text)));
    }

    /** The value, or null after noting its mistakes; the text started at this place. */
    <T> T take(Parsed<T> parsed, int line, int column) {
        for (Parsed.Mistake m : parsed.mistakes()) {
            error(line, column + m.offset(), m.message(), m.remedy());
        }
        return parsed.value();
    }

    List<Problem> sorted() {
        list.sort(Comparator.comparingInt(Problem::line).thenComparingInt(Problem::column));
        return list;
    }
}
