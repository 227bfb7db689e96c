package org.mendak.server.library;

import org.mendak.server.platform.Tx;

/** A product is called otherwise from now on; told before it is committed. */
public record ProductRenamed(Tx tx, String from, String to) {}
