/**
 * How much of a how-to is placed right in the drafts that are made of it: how-tos are printed from runbooks in several styles, so
 * what each of them holds is known. Start at {@link org.mendak.bench.howto.HowTos}; four styles were there while the reader was
 * written; sixteen were first read when it was done, four at a time, and it was mended for each four after they had been counted.
 */
package org.mendak.bench.howto;
