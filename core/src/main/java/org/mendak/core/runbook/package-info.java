/**
 * Runbook documents: their model and the parser. Start at {@link org.mendak.core.runbook.RunbookParser}.
 *
 * <p>A document is CommonMark with a YAML head. Meaning is carried by the head, by headings and by {@code - Keyword:
 * value} bullets; all else is prose for people. The stored text is the truth, the model is read from it. Mistakes are
 * values: {@link org.mendak.core.runbook.Problem} with line and column.
 *
 * <pre>{@code
 * ParsedDocument d = RunbookParser.parse(DocumentKind.FIX, "empty-staging", text);
 * d.fix().steps().get(0).title();
 * }</pre>
 */
package org.mendak.core.runbook;
