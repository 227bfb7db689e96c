/**
 * How good the measured order is, on simulated desks whose truth is known. Start at {@link org.mendak.bench.ranking.Ranking};
 * seeds for tuning and for the tables are apart.
 */
package org.mendak.bench.ranking;
