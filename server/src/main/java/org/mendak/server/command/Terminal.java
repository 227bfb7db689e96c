package org.mendak.server.command;

import java.io.PrintStream;

/**
 * Where the command line speaks.
 *
 * @param out what was asked for
 * @param err progress and refusals
 */
record Terminal(PrintStream out, PrintStream err) {}
