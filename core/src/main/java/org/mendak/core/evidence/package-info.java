/**
 * From the log of attempts to each fix's chance of ending a case, its minutes and its tally. Start at {@link
 * org.mendak.core.evidence.Evidence}.
 *
 * <p>The method is described in {@code docs/evidence.md}: anchored latent causes, fitted by expectation maximisation from
 * always the same start, so that equal logs give equal numbers. It knows nothing of documents: a fix is an index.
 *
 * <pre>{@code
 * Evidence ev = Evidence.of(List.of("empty-staging", "move-staging"), new double[] {4, 9}, cases, "5.4");
 * ev.model().chance(1, 0b01);    // that move-staging ends it, empty-staging having failed
 * }</pre>
 */
package org.mendak.core.evidence;
