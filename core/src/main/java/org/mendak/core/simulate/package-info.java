/**
 * Desks with hidden causes: makes logs of cases whose truth is known. Start at {@link org.mendak.core.simulate.DeskSimulator};
 * {@link org.mendak.core.simulate.HiddenError} is the truth, and can be asked for the expected minutes of any order.
 *
 * <p>Seeded and deterministic: equal settings give equal logs. The demo data comes from here, and the proof that estimates
 * find the truth again ({@code ./mendak bench ranking}).
 *
 * <pre>{@code
 * HiddenError error = RandomErrors.draw(kind, random);
 * List<SimulatedCase> log = DeskSimulator.run(List.of(error), Habits.EXACT.shuffling(0.15), 500, 7);
 * Orders.expected(error.truth(0), error.costs(new double[0], 45), policy);
 * }</pre>
 */
package org.mendak.core.simulate;
