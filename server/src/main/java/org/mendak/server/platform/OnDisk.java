package org.mendak.server.platform;

/**
 * Many who wait until what they did is on the disk, and few writings: who comes while one is under way waits for the next, which one of them does for
 * all. Known as group commit: D. J. DeWitt et al., "Implementation Techniques for Main Memory Database Systems", SIGMOD 1984, section 5.2.
 */
final class OnDisk {

    private final Object monitor = new Object();
    private long begun;
    private long ended;
    private boolean writing;
    /** The last writing that failed, and how. */
    private long failed;

    private RuntimeException failure;

    /**
     * Returns when a writing has ended that began after this was called.
     *
     * @param write writes everything that was done before it is called
     * @throws RuntimeException what the writing threw, to all who waited for it
     */
    void await(Runnable write) {
        long mine;
        synchronized (monitor) {
            mine = begun + 1;
            while (writing && ended < mine) {
                waitForIt();
            }
            if (ended >= mine) {
                tell(mine);
                return;
            }
            writing = true;
            begun++;
        }
        RuntimeException wrong = null;
        try {
            write.run();
        } catch (RuntimeException e) {
            wrong = e;
        }
        synchronized (monitor) {
            writing = false;
            ended = begun;
            if (wrong != null) {
                failed = begun;
                failure = wrong;
            }
            monitor.notifyAll();
            tell(mine);
        }
    }

    /** One that failed since they asked may have had what they did. */
    private void tell(long mine) {
        if (failed >= mine) {
            throw failure;
        }
    }

    private void waitForIt() {
        boolean interrupted = false;
        try {
            monitor.wait();
        } catch (InterruptedException e) {
            interrupted = true;
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
