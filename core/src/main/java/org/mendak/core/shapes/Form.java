package org.mendak.core.shapes;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.mendak.core.language.Proposal;
import org.mendak.core.recognise.LanguageWords;

/**
 * A text's telling line as it is compared: what looks like a value is one, whatever it says.
 *
 * @param tokens in order; values one behind the other are one
 */
record Form(List<Token> tokens) {

    /** As many tokens as are compared; what stands behind them changes nothing. */
    private static final int LONGEST = 60;

    private static final int QUOTED_WORDS = 6;
    private static final String MARKS = "\"'`\u2018\u201c\u00ab";
    private static final String OTHER_MARKS = "\"''\u2019\u201d\u00bb";

    /** What a token is. */
    enum Kind {
        /** A word of the language, as messages use it everywhere. */
        LANGUAGE,
        /** Any other word: a name, a term of the trade. */
        WORD,
        /** The word before the first colon: the program that speaks. */
        SPEAKER,
        /** A code that names an error by itself. */
        CODE,
        /** What differs from text to text by its looks. */
        VALUE,
        /** A colon, behind which a reason often stands. */
        COLON
    }

    /** A token. */
    record Token(Kind kind, String text) {
        private static final Token VALUE = new Token(Kind.VALUE, "\u2026");
        private static final Token COLON = new Token(Kind.COLON, ":");
    }

    Form {
        tokens = List.copyOf(tokens);
    }

    /** The form of a text: of the line with a code, else of the line that tells most. */
    static Form of(String text) {
        return of(telling(Proposal.of(text)));
    }

    /** The line that a text is known by: the first with a code in it, else the one that tells most; without tokens if there is none. */
    static Proposal.Line telling(List<Proposal.Line> lines) {
        Proposal.Line best = new Proposal.Line(List.of(), false);
        for (Proposal.Line l : lines) {
            if (l.tokens().stream().anyMatch(Proposal.Token::code)) {
                return l;
            }
            best = l.tells() ? l : best;
        }
        return best;
    }

    static Form of(Proposal.Line line) {
        List<Token> tokens = new ArrayList<>();
        int quoted = 0;
        for (int i = 0; i < line.tokens().size() && tokens.size() < LONGEST; i++) {
            Proposal.Token t = line.tokens().get(i);
            if (t.type().isEmpty()) {
                quoted = i < quoted ? quoted : quotedTo(line.tokens(), i);
                if (t.text().stripTrailing().endsWith(":") && !tokens.isEmpty()) {
                    nameSpeaker(tokens);
                    tokens.add(Token.COLON);
                }
            } else if (t.code()) {
                tokens.add(new Token(Kind.CODE, t.text()));
            } else if (t.varies() || i < quoted) {
                if (tokens.isEmpty() || tokens.get(tokens.size() - 1) != Token.VALUE) {
                    tokens.add(Token.VALUE);
                }
            } else {
                String w = t.text().toLowerCase(Locale.ROOT);
                tokens.add(new Token(LanguageWords.has(w) ? Kind.LANGUAGE : Kind.WORD, w));
            }
        }
        boolean values = tokens.stream().allMatch(t -> t == Token.VALUE || t == Token.COLON);
        return new Form(values && !tokens.isEmpty() ? List.of(new Token(Kind.WORD, written(line))) : tokens);
    }

    private static String written(Proposal.Line line) {
        StringBuilder s = new StringBuilder();
        line.tokens().forEach(t -> s.append(t.text()));
        return s.toString();
    }

    /** Where the quotation ends that the signs at a place open; the place itself if they open none, or one of too many words. */
    private static int quotedTo(List<Proposal.Token> tokens, int at) {
        String signs = tokens.get(at).text();
        int mark = MARKS.indexOf(signs.charAt(signs.length() - 1));
        if (mark < 0) {
            return at;
        }
        int last = Math.min(tokens.size(), at + 2 * QUOTED_WORDS);
        for (int i = at + 1; i < last; i++) {
            if (tokens.get(i).type().isEmpty() && tokens.get(i).text().charAt(0) == OTHER_MARKS.charAt(mark)) {
                return i;
            }
        }
        return at;
    }

    private static void nameSpeaker(List<Token> tokens) {
        Token first = tokens.get(0);
        if (tokens.size() == 1 && first.kind() == Kind.WORD) {
            tokens.set(0, new Token(Kind.SPEAKER, first.text()));
        }
    }

    /** All of it in one line. */
    String written() {
        StringBuilder s = new StringBuilder();
        tokens.forEach(t -> s.append(t.kind().ordinal()).append(t.text()).append(' '));
        return s.toString();
    }
}
