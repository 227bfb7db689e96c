package org.mendak.core.privacy;

/** A text being read; counts the characters that are looked at, which a hostile text would drive up. */
final class Reading implements CharSequence {

    private final String text;
    private long steps;

    Reading(String text) {
        this.text = text;
    }

    long steps() {
        return steps;
    }

    @Override
    public int length() {
        return text.length();
    }

    @Override
    public char charAt(int i) {
        steps++;
        return text.charAt(i);
    }

    @Override
    public CharSequence subSequence(int from, int to) {
        return part(from, to);
    }

    String part(int from, int to) {
        steps += to - from;
        return text.substring(from, to);
    }

    /** Where {@code what} stands next, or -1. */
    int indexOf(String what, int from) {
        int at = text.indexOf(what, from);
        steps += (at < 0 ? text.length() : at) - from;
        return at;
    }

    /** Where the line ends that this place is in. */
    int lineEnd(int from) {
        int end = indexOf("\n", from);
        return end < 0 ? text.length() : end;
    }

    boolean is(int at, char c) {
        return at >= 0 && at < text.length() && charAt(at) == c;
    }

    /** Whether the text goes on with this, in small letters or great ones. */
    boolean goesOnWith(int at, String low) {
        steps += low.length();
        return text.regionMatches(true, at, low, 0, low.length());
    }

    @Override
    public String toString() {
        return text;
    }
}
