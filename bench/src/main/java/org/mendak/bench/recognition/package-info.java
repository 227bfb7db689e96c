/**
 * How well and how fast texts and logs are recognised, measured on messages that this machine's own packages bring along. {@link
 * org.mendak.bench.recognition.Accuracy} prints the table, {@link org.mendak.bench.recognition.Fitting} fits the model's weights,
 * {@link org.mendak.bench.recognition.Scanning} measures log scans.
 *
 * <p>The corpus is built at run time under {@code bench/target/corpus} and never committed.
 */
package org.mendak.bench.recognition;
