/**
 * The small languages of runbook documents: {@link org.mendak.core.language.Template message templates}, {@link
 * org.mendak.core.language.Condition conditions} over {@link org.mendak.core.language.Facts facts}, {@link
 * org.mendak.core.language.Version versions} and {@link org.mendak.core.language.ProductRange product ranges}, and {@link
 * org.mendak.core.language.CommandText commands} with their quoting.
 *
 * <p>The bottom room: it knows nothing of documents. Start at {@code Template}. Mistakes of authors are values ({@link
 * org.mendak.core.language.Parsed}) that carry an offset, never exceptions.
 *
 * <pre>{@code
 * Template t = Template.parse("Not enough room in {stage:path}").orThrow();
 * t.fill(Map.of("stage", "/var/stage"));   // "Not enough room in /var/stage"
 * Condition.parse("device.image >= 7.0 and other_packages != yes").orThrow().evaluate(facts);  // YES, NO or UNKNOWN
 * }</pre>
 */
package org.mendak.core.language;
