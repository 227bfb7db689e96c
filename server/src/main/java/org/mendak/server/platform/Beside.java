package org.mendak.server.platform;

import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ThreadFactory;

/** Threads for work beside that of the callers. None of them keeps the program from ending; whoever takes one shuts it down. */
public final class Beside {

    private Beside() {}

    /** One thread with a name, which does one thing after the other, now or later. */
    public static ScheduledExecutorService one(String name) {
        return Executors.newSingleThreadScheduledExecutor(threads(name));
    }

    /** Threads with a name. */
    public static ThreadFactory threads(String name) {
        return work -> {
            Thread t = new Thread(work, name);
            t.setDaemon(true);
            return t;
        };
    }
}
