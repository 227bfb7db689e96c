/** {@code ./mendak bench load}: a desk of years, built once, and what its calls take. {@link org.mendak.bench.load.Load} measures. */
package org.mendak.bench.load;
