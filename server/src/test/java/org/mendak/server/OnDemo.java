package org.mendak.server;

/** With the demo's documents and cases, as they are on the day of the tests. */
public abstract class OnDemo extends OnDesk {

    @Override
    protected RunningApp begun() {
        return RunningApp.demo();
    }
}
