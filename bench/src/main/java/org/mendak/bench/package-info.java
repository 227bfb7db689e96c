/**
 * What is claimed about speed and weight, measured. {@link org.mendak.bench.Bench} runs it all; every figure stands beside that
 * of a named alternative from the same run where there is one.
 */
package org.mendak.bench;
