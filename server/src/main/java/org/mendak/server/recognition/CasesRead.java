package org.mendak.server.recognition;

/** What cases say was read, and is another than before: recognition takes it in without waiting for somebody who asks. */
public record CasesRead() {}
