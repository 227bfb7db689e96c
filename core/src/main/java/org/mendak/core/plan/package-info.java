/**
 * What to do next on a case, and why. Start at {@link org.mendak.core.plan.CasePlanner}.
 *
 * <p>From the evidence, the facts and the needs it proposes the order of fixes with the least expected minutes to the
 * case's end, says where handing over becomes better than going on, and gives a reason for every exclusion. The exact
 * search over sets of moves is in {@code OrderSearch}, the heuristic for more in {@code OrderHeuristic}; {@link
 * org.mendak.core.plan.Orders} judges orders by chances that are given, for proving the two.
 *
 * <pre>{@code
 * Plan plan = CasePlanner.plan(new CasePlanner.Request(error, fixes, vocabulary, facts, Progress.NONE, evidence, List.of(), false, PastConditions.NONE));
 * plan.ordered().get(0).key();
 * }</pre>
 */
package org.mendak.core.plan;
