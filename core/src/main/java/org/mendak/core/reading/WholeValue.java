package org.mendak.core.reading;

import org.mendak.core.language.Quantity;
import org.mendak.core.language.ValueType;

/** Whether a text is a value of its type, whole. */
final class WholeValue {

    private WholeValue() {}

    /** Whether a text that was read may be taken for a value of this type. What a console cut off is none. */
    static boolean fits(ValueType type, String value) {
        return !isCut(value)
                && type.fits(value)
                && switch (type) {
                    case NUMBER -> Quantity.number(value).isPresent();
                    case WORD, CODE, HOST -> value.chars().anyMatch(Character::isLetterOrDigit);
                    case PATH, FILE, TEXT, LIST -> !isRule(value);
                    default -> true;
                };
    }

    /** Whether a console left out the end of it. */
    static boolean isCut(String value) {
        return value.endsWith("...") || value.endsWith("\u2026");
    }

    /** Whether nothing but a drawn line stands there. */
    static boolean isRule(String value) {
        return !value.isEmpty()
                && value.chars().allMatch(c -> "-=_+|*~ \t".indexOf(c) >= 0 || c >= 0x2500 && c <= 0x257f);
    }

    /** Whether a path begins where paths begin: at a drive, a share, the root, or somebody's home. */
    static boolean isRooted(String value) {
        return value.startsWith("/")
                || value.startsWith("\\\\")
                || value.startsWith("~")
                || value.length() > 2
                        && Character.isLetter(value.charAt(0))
                        && value.charAt(1) == ':'
                        && (value.charAt(2) == '\\' || value.charAt(2) == '/');
    }
}
