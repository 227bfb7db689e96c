package org.mendak.core.language;

import java.util.Optional;

/**
 * A product and the versions of it that are meant: {@code Purserdesk}, {@code Purserdesk >= 5.2}, {@code Quayscan 3.x},
 * {@code Leadline 5.2 to 5.6}.
 *
 * @param product the product's name as written; never blank
 * @param from the first version meant, inclusive; null without a lower bound
 * @param to the last version meant; null without an upper bound
 * @param bound how {@code to} bounds the range; never null
 */
public record ProductRange(String product, Version from, Version to, Bound bound) {

    /** Whether the upper version itself is meant, is not, or stands for all versions that begin with it. */
    public enum Bound {
        INCLUSIVE,
        EXCLUSIVE,
        PREFIX
    }

    /** How well a product and version fit a range. */
    public enum Fit {
        OTHER_PRODUCT,
        OTHER_VERSION,
        VERSION_UNKNOWN,
        FITS
    }

    /** Reads a range. The mistake's offset is that of the first word that cannot be read. */
    public static Parsed<ProductRange> parse(String text) {
        String t = text.strip();
        int cut = firstVersionWord(t);
        String name = t.substring(0, cut).strip();
        String rest = t.substring(cut).strip();
        if (name.isEmpty()) {
            return Parsed.wrong(
                    0, "a product range starts with the product's name", "write for example Purserdesk >= 5.2");
        }
        if (rest.isEmpty()) {
            return Parsed.of(new ProductRange(name, null, null, Bound.INCLUSIVE));
        }
        return versions(name, rest)
                .map(Parsed::of)
                .orElseGet(() -> Parsed.wrong(
                        cut,
                        "cannot read the versions \"" + rest + "\"",
                        "write >= 5.2, <= 5.6, < 6, = 5.4, 3.x or 5.2 to 5.6"));
    }

    private static Optional<ProductRange> versions(String name, String rest) {
        if (rest.endsWith(".x")) {
            return Version.parse(rest.substring(0, rest.length() - 2))
                    .map(v -> new ProductRange(name, v, v, Bound.PREFIX));
        }
        int to = rest.indexOf(" to ");
        if (to > 0) {
            Optional<Version> low = Version.parse(rest.substring(0, to));
            Optional<Version> high = Version.parse(rest.substring(to + 4));
            return low.isPresent() && high.isPresent()
                    ? Optional.of(new ProductRange(name, low.get(), high.get(), Bound.INCLUSIVE))
                    : Optional.empty();
        }
        if (rest.startsWith(">=")) {
            return Version.parse(rest.substring(2)).map(v -> new ProductRange(name, v, null, Bound.INCLUSIVE));
        }
        if (rest.startsWith("<=")) {
            return Version.parse(rest.substring(2)).map(v -> new ProductRange(name, null, v, Bound.INCLUSIVE));
        }
        if (rest.startsWith("<")) {
            return Version.parse(rest.substring(1)).map(v -> new ProductRange(name, null, v, Bound.EXCLUSIVE));
        }
        String exact = rest.startsWith("=") ? rest.substring(1) : rest;
        return Version.parse(exact).map(v -> new ProductRange(name, v, v, Bound.INCLUSIVE));
    }

    private static int firstVersionWord(String t) {
        for (int i = 0; i < t.length(); i++) {
            char c = t.charAt(i);
            boolean afterBlank = i > 0 && Character.isWhitespace(t.charAt(i - 1));
            if (c == '<' || c == '>' || c == '=' || afterBlank && c >= '0' && c <= '9') {
                return i;
            }
        }
        return t.length();
    }

    /**
     * How a device's product fits.
     *
     * @param name the product's name; compared whatever the case
     * @param version its version; null or unreadable means unknown
     */
    public Fit fit(String name, String version) {
        if (!product.equalsIgnoreCase(name.strip())) {
            return Fit.OTHER_PRODUCT;
        }
        if (from == null && to == null) {
            return Fit.FITS;
        }
        Optional<Version> v = version == null ? Optional.empty() : Version.parse(version);
        if (v.isEmpty()) {
            return Fit.VERSION_UNKNOWN;
        }
        return contains(v.get()) ? Fit.FITS : Fit.OTHER_VERSION;
    }

    private boolean contains(Version v) {
        if (bound == Bound.PREFIX) {
            return v.startsWith(to);
        }
        if (from != null && v.compareTo(from) < 0) {
            return false;
        }
        if (to == null) {
            return true;
        }
        int c = v.compareTo(to);
        return bound == Bound.EXCLUSIVE ? c < 0 : c <= 0 || v.startsWith(to);
    }

    /** The range as people say it: "Purserdesk 5.2 or later". */
    public String inWords() {
        if (from != null && to == null) {
            return product + " " + from + " or later";
        }
        if (from == null && to != null && bound != Bound.PREFIX) {
            return product + (bound == Bound.EXCLUSIVE ? " before " + to : " up to " + to);
        }
        return from != null && from.equals(to) && bound != Bound.PREFIX ? product + " " + from : toString();
    }

    @Override
    public String toString() {
        if (bound == Bound.PREFIX) {
            return product + " " + to + ".x";
        }
        if (from != null && to != null) {
            return product + (from.equals(to) ? " = " + from : " " + from + " to " + to);
        }
        if (from != null) {
            return product + " >= " + from;
        }
        return to == null ? product : product + (bound == Bound.EXCLUSIVE ? " < " : " <= ") + to;
    }
}
