package org.mendak.server.library;

/** Told after the published library was replaced, when the change is committed. */
public record LibraryChanged(Library library) {}
