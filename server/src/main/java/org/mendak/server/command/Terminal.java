package org.mendak.server.command;

import java.io.InputStream;
import java.io.PrintStream;

/**
 * Where the command line speaks.
 *
 * @param in what is typed
 * @param out what was asked for
 * @param err progress and refusals
 */
record Terminal(InputStream in, PrintStream out, PrintStream err) {}
