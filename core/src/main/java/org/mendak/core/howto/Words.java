package org.mendak.core.howto;

import java.util.List;
import java.util.Locale;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;

/** The words of a text, small, in order: letters and figures, whatever stands between them. */
final class Words {

    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}]+");

    private Words() {}

    static List<String> of(String text) {
        return WORD.matcher(text.toLowerCase(Locale.ROOT))
                .results()
                .map(MatchResult::group)
                .toList();
    }
}
