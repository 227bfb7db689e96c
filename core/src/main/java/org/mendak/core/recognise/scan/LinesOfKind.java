package org.mendak.core.recognise.scan;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Gathers the lines of one kind: counts all, keeps few. Bounded memory whatever the log's size. */
final class LinesOfKind {

    private static final int MOST_EXCERPTS = 5;
    private static final int MOST_RUNS = 20;
    private static final int MOST_MARKS = 256;
    /** Lines of one kind with no more lines between them are one run. */
    private static final int CLOSE = 20;

    private final String error;
    private final String title;
    private long count;
    private long firstLine;
    private long lastLine;
    private long runFrom;
    private long runCount;
    private final List<LogFindings.Excerpt> excerpts = new ArrayList<>();
    private final List<LogFindings.Run> runs = new ArrayList<>();
    private final List<Long> marks = new ArrayList<>();
    private long markEvery = 1;

    LinesOfKind(String error, String title) {
        this.error = error;
        this.title = title;
    }

    boolean wantsExcerpt() {
        return excerpts.size() < MOST_EXCERPTS;
    }

    void excerpt(long line, String text, Map<String, String> captures) {
        excerpts.add(new LogFindings.Excerpt(line, text, captures));
    }

    void line(long line) {
        if (count == 0) {
            firstLine = line;
            runFrom = line;
        } else if (line - lastLine > CLOSE) {
            endRun();
            runFrom = line;
            runCount = 0;
        }
        if (count % markEvery == 0) {
            if (marks.size() == MOST_MARKS) {
                for (int i = MOST_MARKS - 1; i > 0; i -= 2) {
                    marks.remove(i);
                }
                markEvery *= 2;
            }
            marks.add(line);
        }
        count++;
        runCount++;
        lastLine = line;
    }

    private void endRun() {
        if (runCount > 1 && runs.size() < MOST_RUNS) {
            runs.add(new LogFindings.Run(runFrom, lastLine, runCount));
        }
    }

    long count() {
        return count;
    }

    LogFindings.Finding finding() {
        endRun();
        return new LogFindings.Finding(error, title, count, firstLine, lastLine, excerpts, runs, marks);
    }
}
