package org.mendak.core.privacy;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Points out what must not be stored: passwords, tokens, keys, e-mail addresses, numbers of cards, accounts, people and telephones. A few
 * passes over the text, each linear: {@link Reading} counts what is looked at.
 *
 * <p>Sources: check digit of card numbers, ISO/IEC 7812-1, annex B (Luhn); of account numbers, ISO 13616 with ISO/IEC 7064 MOD 97-10;
 * addresses with a password, RFC 3986, 3.2.1; credentials in headers, RFC 9110, 11.4, RFC 7617 and RFC 6750; cookies, RFC 6265; signed
 * tokens, RFC 7519; armoured keys, RFC 7468; telephone numbers, ITU-T E.164.
 */
public final class SecretFinder {

    /** What it is. */
    public enum Kind {
        PASSWORD,
        TOKEN,
        KEY,
        EMAIL,
        NUMBER;

        /** What stands in its place. */
        public String mask() {
            return switch (this) {
                case EMAIL -> "[e-mail]";
                case NUMBER -> "[personal number]";
                default -> "[" + name().toLowerCase(Locale.ROOT) + "]";
            };
        }
    }

    /** A secret; positions in UTF-16 units of the text, from 0, end exclusive. */
    public record Secret(Kind kind, int from, int to) {}

    private SecretFinder() {}

    /** The secrets of a text in their order, without overlaps. O(length), whatever stands in the text. */
    public static List<Secret> find(String text) {
        return find(new Reading(text));
    }

    /** How many characters were looked at to find the secrets of a text. */
    static long steps(String text) {
        Reading reading = new Reading(text);
        find(reading);
        return reading.steps();
    }

    private static List<Secret> find(Reading text) {
        List<Secret> found = new ArrayList<>();
        Told told = (kind, from, to) -> {
            if (to > from) {
                found.add(new Secret(kind, from, to));
            }
        };
        new ArmouredKeys(text, told).all();
        new Credentials(text, told).all();
        new LabelledValues(text, told).all();
        new Addresses(text, told).all();
        PersonalNumbers.find(text, (from, to) -> told.at(Kind.NUMBER, from, to));
        new Telephones(text, told).all();
        return apart(found);
    }

    /** Told of each secret. */
    @FunctionalInterface
    interface Told {
        void at(Kind kind, int from, int to);
    }

    /** Of two that overlap the one that begins first holds, the longer of two that begin together; what goes on behind it is masked too. */
    private static List<Secret> apart(List<Secret> found) {
        found.sort(Comparator.comparingInt(Secret::from).thenComparing(s -> -s.to()));
        List<Secret> apart = new ArrayList<>();
        for (Secret s : found) {
            Secret last = apart.isEmpty() ? null : apart.get(apart.size() - 1);
            if (last == null || s.from() >= last.to()) {
                apart.add(s);
            } else if (s.to() > last.to()) {
                apart.set(apart.size() - 1, new Secret(last.kind(), last.from(), s.to()));
            }
        }
        return apart;
    }

    /**
     * The text with every secret replaced by what it is.
     *
     * @param allowed stretches of text that somebody has looked at and that are no secrets
     */
    public static String mask(String text, Set<String> allowed) {
        return mask(text, allowed, Set.of());
    }

    /**
     * The same, but what is of these kinds stays: an address of somebody who is to be answered.
     *
     * @param kept kinds that stay
     */
    public static String mask(String text, Set<String> allowed, Set<Kind> kept) {
        StringBuilder out = new StringBuilder(text.length());
        int at = 0;
        for (Secret s : find(text)) {
            if (!kept.contains(s.kind()) && !allowed.contains(text.substring(s.from(), s.to()))) {
                out.append(text, at, s.from()).append(s.kind().mask());
                at = s.to();
            }
        }
        return at == 0 ? text : out.append(text, at, text.length()).toString();
    }
}
