package org.mendak.practice;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How a command is typed: its words one by one, with places for values. {@code {area}} takes any word, {@code {area=stage.area}} only the one
 * that the device has under that name.
 */
record Wording(List<String> words) {

    private static final Pattern PLACE = Pattern.compile("\\{([a-z][a-z0-9_]*)(?:=([a-z][a-z0-9_.-]*))?\\}");
    private static final Pattern WORD = Pattern.compile("\"([^\"]*)\"|'([^']*)'|(\\S+)");

    static Wording of(String text) {
        return new Wording(split(text));
    }

    /** The words of a line; what stands in quotes is one. */
    static List<String> split(String line) {
        List<String> words = new ArrayList<>();
        Matcher m = WORD.matcher(line.strip());
        while (m.find()) {
            words.add(m.group(1) != null ? m.group(1) : m.group(2) != null ? m.group(2) : m.group(3));
        }
        return words;
    }

    /** The values that a line has in the places; empty if it is another command. */
    Optional<Map<String, String>> match(List<String> line, State state) {
        if (line.size() != words.size()) {
            return Optional.empty();
        }
        Map<String, String> values = new LinkedHashMap<>();
        for (int i = 0; i < words.size(); i++) {
            Matcher place = PLACE.matcher(words.get(i));
            if (!place.matches()) {
                if (!words.get(i).equals(line.get(i))) {
                    return Optional.empty();
                }
            } else if (place.group(2) != null && !state.get(place.group(2)).equalsIgnoreCase(line.get(i))) {
                return Optional.empty();
            } else {
                values.put(place.group(1), line.get(i));
            }
        }
        return Optional.of(values);
    }

    /** Whether a line is this command, whatever stands in its places. */
    boolean looksLike(List<String> line) {
        if (line.size() != words.size()) {
            return false;
        }
        for (int i = 0; i < words.size(); i++) {
            if (!PLACE.matcher(words.get(i)).matches() && !words.get(i).equals(line.get(i))) {
                return false;
            }
        }
        return true;
    }

    /** The tool that it is a command of. */
    String tool() {
        return words.get(0);
    }

    /** As somebody would be told to type it. */
    String shown() {
        return PLACE.matcher(String.join(" ", words)).replaceAll("<$1>");
    }
}
