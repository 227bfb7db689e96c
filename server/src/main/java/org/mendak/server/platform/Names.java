package org.mendak.server.platform;

/** What people are called, for showing. Told by the team, asked by whatever is shown. */
public interface Names {

    /** The name of somebody, with their sign-in where others are called the same; "somebody" for who was erased. */
    String of(Who who);
}
