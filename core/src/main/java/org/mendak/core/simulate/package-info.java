/**
 * Desks with hidden causes: makes logs of cases whose truth is known. Start at {@link org.mendak.core.simulate.DeskSimulator}.
 *
 * <p>Seeded and deterministic: equal settings give equal logs. The demo data comes from here, and the proof that estimates
 * find the truth again.
 */
package org.mendak.core.simulate;
