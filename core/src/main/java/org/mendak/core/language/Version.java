package org.mendak.core.language;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * A version, compared part by part: {@code 7.10} is after {@code 7.9}; missing parts count as 0; a suffix of letters
 * sorts before none ({@code 5.4-rc1} is before {@code 5.4}).
 *
 * @param parts the numbers, most significant first; at least one
 * @param suffix what follows them, in lower case; empty if nothing does
 */
public record Version(List<Integer> parts, String suffix) implements Comparable<Version> {

    public Version {
        parts = List.copyOf(parts);
        if (parts.isEmpty()) {
            throw new IllegalArgumentException("a version needs at least one number");
        }
    }

    /** Reads {@code 5.4}, {@code v5.4.1}, {@code 7.2-beta}. Empty if it is not a version; parts over nine digits are not. */
    public static Optional<Version> parse(String text) {
        String t = text.strip();
        if (t.length() > 1 && (t.charAt(0) == 'v' || t.charAt(0) == 'V')) {
            t = t.substring(1);
        }
        int end = 0;
        while (end < t.length() && (t.charAt(end) >= '0' && t.charAt(end) <= '9' || t.charAt(end) == '.')) {
            end++;
        }
        String numbers = t.substring(0, end);
        String suffix = t.substring(end);
        if (numbers.isEmpty() || numbers.startsWith(".") || numbers.endsWith(".") || numbers.contains("..")) {
            return Optional.empty();
        }
        if (suffix.length() > 30
                || !suffix.chars().allMatch(c -> Character.isLetterOrDigit(c) || "-+._".indexOf(c) >= 0)) {
            return Optional.empty();
        }
        String[] split = numbers.split("\\.");
        if (split.length > 8 || Arrays.stream(split).anyMatch(p -> p.length() > 9)) {
            return Optional.empty();
        }
        return Optional.of(new Version(
                Arrays.stream(split).map(Integer::valueOf).toList(),
                suffix.startsWith("-") || suffix.startsWith("+") ? suffix.substring(1) : suffix));
    }

    /** Whether the first two parts are the same, which is what evidence means by "the same version". */
    public boolean sameRelease(Version other) {
        return part(0) == other.part(0) && part(1) == other.part(1);
    }

    /** Whether this version begins with the other's parts, as {@code 3.2.1} does with {@code 3}. */
    boolean startsWith(Version prefix) {
        for (int i = 0; i < prefix.parts.size(); i++) {
            if (part(i) != prefix.part(i)) {
                return false;
            }
        }
        return true;
    }

    private int part(int i) {
        return i < parts.size() ? parts.get(i) : 0;
    }

    @Override
    public int compareTo(Version o) {
        for (int i = 0; i < Math.max(parts.size(), o.parts.size()); i++) {
            int c = Integer.compare(part(i), o.part(i));
            if (c != 0) {
                return c;
            }
        }
        if (suffix.equals(o.suffix)) {
            return 0;
        }
        return suffix.isEmpty() ? 1 : o.suffix.isEmpty() ? -1 : suffix.compareToIgnoreCase(o.suffix);
    }

    @Override
    public String toString() {
        StringBuilder s = new StringBuilder();
        for (int p : parts) {
            s.append(s.isEmpty() ? "" : ".").append(p);
        }
        return suffix.isEmpty() ? s.toString() : s + "-" + suffix;
    }
}
