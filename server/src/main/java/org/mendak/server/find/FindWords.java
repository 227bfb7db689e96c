package org.mendak.server.find;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.LinkedHashSet;
import java.util.Set;
import org.apache.lucene.analysis.Analyzer;
import org.apache.lucene.analysis.LowerCaseFilter;
import org.apache.lucene.analysis.TokenFilter;
import org.apache.lucene.analysis.TokenStream;
import org.apache.lucene.analysis.Tokenizer;
import org.apache.lucene.analysis.core.FlattenGraphFilter;
import org.apache.lucene.analysis.core.WhitespaceTokenizer;
import org.apache.lucene.analysis.en.PorterStemFilter;
import org.apache.lucene.analysis.miscellaneous.ASCIIFoldingFilter;
import org.apache.lucene.analysis.miscellaneous.WordDelimiterGraphFilter;
import org.apache.lucene.analysis.tokenattributes.CharTermAttribute;

/**
 * What counts as a word: {@code TW-31}, its parts {@code tw} and {@code 31}, and the two written together; without capitals and accents. With
 * stems, the ending is off as well (M. F. Porter, An algorithm for suffix stripping, Program 14 (3), 1980, 130–137).
 */
final class FindWords extends Analyzer {

    static final FindWords PLAIN = new FindWords(false);
    static final FindWords STEMS = new FindWords(true);

    private static final int PARTS = WordDelimiterGraphFilter.GENERATE_WORD_PARTS
            | WordDelimiterGraphFilter.GENERATE_NUMBER_PARTS
            | WordDelimiterGraphFilter.CATENATE_ALL
            | WordDelimiterGraphFilter.SPLIT_ON_NUMERICS
            | WordDelimiterGraphFilter.PRESERVE_ORIGINAL;
    private static final int LONGEST = 64;

    private final boolean stems;

    private FindWords(boolean stems) {
        this.stems = stems;
    }

    @Override
    protected TokenStreamComponents createComponents(String field) {
        Tokenizer tokens = new WhitespaceTokenizer();
        TokenStream words = new FlattenGraphFilter(new WordDelimiterGraphFilter(tokens, PARTS, null));
        words = new Bare(new ASCIIFoldingFilter(new LowerCaseFilter(words)));
        return new TokenStreamComponents(tokens, stems ? new PorterStemFilter(words) : words);
    }

    /** Without the signs around it, and no longer than can be typed. */
    private static final class Bare extends TokenFilter {

        private final CharTermAttribute term = addAttribute(CharTermAttribute.class);

        Bare(TokenStream words) {
            super(words);
        }

        @Override
        public boolean incrementToken() throws IOException {
            while (input.incrementToken()) {
                int from = 0;
                int to = term.length();
                while (from < to && !Character.isLetterOrDigit(term.charAt(from))) {
                    from++;
                }
                while (to > from && !Character.isLetterOrDigit(term.charAt(to - 1))) {
                    to--;
                }
                if (to > from && to - from <= LONGEST) {
                    String bare = term.subSequence(from, to).toString();
                    term.setEmpty().append(bare);
                    return true;
                }
            }
            return false;
        }
    }

    /** The words of a text, each once, as they are kept. */
    Set<String> of(String text) {
        Set<String> words = new LinkedHashSet<>();
        try (TokenStream stream = tokenStream("", text)) {
            CharTermAttribute term = stream.addAttribute(CharTermAttribute.class);
            stream.reset();
            while (stream.incrementToken()) {
                words.add(term.toString());
            }
            stream.end();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return words;
    }
}
