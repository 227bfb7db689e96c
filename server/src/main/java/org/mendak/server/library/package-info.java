/**
 * Runbook documents with their revisions. {@link org.mendak.server.library.LibraryService} holds the rules of drafts and
 * publishing; {@link org.mendak.server.library.Library} is what readers see right now, parsed, in memory.
 */
package org.mendak.server.library;
