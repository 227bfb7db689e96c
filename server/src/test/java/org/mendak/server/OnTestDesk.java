package org.mendak.server;

/** With the documents of the test desk published. */
public abstract class OnTestDesk extends OnDesk {

    @Override
    protected RunningApp begun() {
        return RunningApp.testDesk();
    }
}
