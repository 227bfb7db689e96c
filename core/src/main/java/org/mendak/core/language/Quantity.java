package org.mendak.core.language;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.Locale;
import java.util.Optional;

/** Reads numbers, sizes in bytes and lengths of time as people and programs write them. */
public final class Quantity {

    private Quantity() {}

    /** A plain number: digits, a sign, at most one point; grouping by {@code '}, {@code _} or blanks. Empty if it is none. */
    public static Optional<BigDecimal> number(String text) {
        String t = text.strip();
        StringBuilder digits = new StringBuilder();
        boolean any = false;
        for (int i = 0; i < t.length(); i++) {
            char c = t.charAt(i);
            if (c >= '0' && c <= '9') {
                digits.append(c);
                any = true;
            } else if (c == '.' || i == 0 && (c == '-' || c == '+')) {
                digits.append(c);
            } else if (!any || "'_ ,".indexOf(c) < 0 || i == t.length() - 1) {
                return Optional.empty();
            }
        }
        return any && t.length() <= 40 ? parse(digits.toString()) : Optional.empty();
    }

    /** A size such as {@code 812 MB} or {@code 1.5GiB}, in bytes; units of 1000 and, with an {@code i}, of 1024. */
    public static Optional<BigDecimal> size(String text) {
        return withUnit(text, Quantity::bytesOf);
    }

    /** A length of time such as {@code 5 min} or {@code 90s}. Empty if the unit is missing or unknown. */
    public static Optional<Duration> duration(String text) {
        return withUnit(text, Quantity::secondsOf)
                .map(s -> Duration.ofMillis(s.movePointRight(3).longValue()));
    }

    private static Optional<BigDecimal> withUnit(String text, java.util.function.Function<String, BigDecimal> unitOf) {
        String t = text.strip();
        int end = 0;
        while (end < t.length() && (Character.isDigit(t.charAt(end)) || ".,+-'_ ".indexOf(t.charAt(end)) >= 0)) {
            end++;
        }
        if (end == 0 || end == t.length() || t.length() > 40) {
            return Optional.empty();
        }
        BigDecimal unit = unitOf.apply(t.substring(end).strip());
        return unit == null ? Optional.empty() : number(t.substring(0, end)).map(n -> n.multiply(unit));
    }

    private static BigDecimal bytesOf(String unit) {
        String u = unit.toLowerCase(Locale.ROOT);
        if (u.equals("b") || u.equals("byte") || u.equals("bytes")) {
            return BigDecimal.ONE;
        }
        int power = "kmgtp".indexOf(u.charAt(0)) + 1;
        String rest = u.substring(1);
        if (power == 0 || !(rest.isEmpty() || rest.equals("b") || rest.equals("ib"))) {
            return null;
        }
        return BigDecimal.valueOf(rest.equals("ib") ? 1024 : 1000).pow(power);
    }

    private static BigDecimal secondsOf(String unit) {
        return switch (unit.toLowerCase(Locale.ROOT)) {
            case "ms" -> new BigDecimal("0.001");
            case "s", "sec", "second", "seconds" -> BigDecimal.ONE;
            case "m", "min", "minute", "minutes" -> BigDecimal.valueOf(60);
            case "h", "hour", "hours" -> BigDecimal.valueOf(3600);
            case "d", "day", "days" -> BigDecimal.valueOf(86_400);
            default -> null;
        };
    }

    private static Optional<BigDecimal> parse(String digits) {
        try {
            return Optional.of(new BigDecimal(digits));
        } catch (NumberFormatException twoPoints) {
            return Optional.empty();
        }
    }
}
