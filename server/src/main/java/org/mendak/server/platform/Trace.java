package org.mendak.server.platform;

import java.sql.SQLException;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What went wrong and where, for the log: kinds, codes and places. Messages are left out, since they quote what somebody sent. */
public final class Trace {

    private static final int MOST_CAUSES = 5;
    private static final int MOST_FRAMES = 12;

    private Trace() {}

    /** Several lines. */
    public static String of(Throwable failure) {
        StringBuilder out = new StringBuilder();
        Throwable t = failure;
        for (int i = 0; t != null && i < MOST_CAUSES; i++, t = t.getCause()) {
            out.append(i == 0 ? "" : " <- ").append(t.getClass().getName());
            if (t instanceof SQLException sql) {
                out.append(" [").append(sql.getErrorCode()).append(']');
            }
            out.append(Stream.of(t.getStackTrace())
                    .limit(MOST_FRAMES)
                    .map(f -> "\n  " + f.getClassName() + "." + f.getMethodName() + ":" + f.getLineNumber())
                    .collect(Collectors.joining()));
        }
        return out.toString();
    }
}
