/**
 * From what a desk has written down already to drafts: how-tos as plain text, Markdown or HTML are read into a known error and the
 * fixes it tries. Start at {@link org.mendak.core.howto.HowTo}.
 *
 * <p>A text becomes blocks ({@code TextBlocks}, {@code HtmlBlocks}), the blocks are told apart by what people write before and in them
 * ({@code Cues}, {@code HowToReader}), and what was found is written as documents ({@code Writing}). The rules are our own; nothing is
 * left to chance, and no word is left out: what has no place stands in the draft as prose.
 */
package org.mendak.core.howto;
