package org.mendak.core.recognise.codes;

import java.util.Map;

/**
 * Figures as people say them: "twenty-four seventeen" is 2417, "double oh seven" 007, "three thousand and seven" 3007, "ten
 * thirty-three" 1033, "2 4 1 7" 2417. What is said one behind the other is written one behind the other, except where English
 * makes one number of it: tens and a unit, and what follows hundred or thousand.
 */
final class SpokenNumbers {

    private static final Map<String, Integer> UNITS = Map.ofEntries(
            Map.entry("zero", 0),
            Map.entry("oh", 0),
            Map.entry("o", 0),
            Map.entry("nought", 0),
            Map.entry("naught", 0),
            Map.entry("nil", 0),
            Map.entry("null", 0),
            Map.entry("one", 1),
            Map.entry("two", 2),
            Map.entry("three", 3),
            Map.entry("four", 4),
            Map.entry("five", 5),
            Map.entry("six", 6),
            Map.entry("seven", 7),
            Map.entry("eight", 8),
            Map.entry("nine", 9),
            Map.entry("niner", 9));

    private static final Map<String, Integer> TEENS = Map.ofEntries(
            Map.entry("ten", 10),
            Map.entry("eleven", 11),
            Map.entry("twelve", 12),
            Map.entry("thirteen", 13),
            Map.entry("fourteen", 14),
            Map.entry("fifteen", 15),
            Map.entry("sixteen", 16),
            Map.entry("seventeen", 17),
            Map.entry("eighteen", 18),
            Map.entry("nineteen", 19));

    private static final Map<String, Integer> TENS = Map.ofEntries(
            Map.entry("twenty", 20),
            Map.entry("thirty", 30),
            Map.entry("forty", 40),
            Map.entry("fourty", 40),
            Map.entry("fifty", 50),
            Map.entry("sixty", 60),
            Map.entry("seventy", 70),
            Map.entry("eighty", 80),
            Map.entry("ninety", 90));

    private static final int LONGEST = 24;

    private final StringBuilder written = new StringBuilder();
    /** The number that is being said; -1 if none is. */
    private long number = -1;
    /** Below what the next word still belongs to the number: 10 behind tens, 100 behind hundred, 1,000 behind thousand. */
    private long room;

    private int times = 1;
    private boolean dangling;

    /** Takes one more word, folded; false if it belongs to no number, and then nothing has changed. */
    boolean take(String word) {
        if (written.length() > LONGEST) {
            return false;
        }
        dangling = false;
        if (isFigures(word)) {
            end();
            written.append(word);
        } else if (UNITS.containsKey(word)) {
            unit(UNITS.get(word), word.startsWith("o") && !word.equals("one") || word.equals("zero"));
        } else if (TEENS.containsKey(word)) {
            join(TEENS.get(word), 1, 100);
        } else if (TENS.containsKey(word)) {
            join(TENS.get(word), 10, 100);
        } else if (word.equals("hundred") && number > 0 && number < 100) {
            number *= 100;
            room = 100;
        } else if (word.equals("thousand") && number > 0 && number < 1_000) {
            number *= 1_000;
            room = 1_000;
        } else if (word.equals("and") && number >= 100 && room >= 100) {
            dangling = true;
        } else if (word.equals("double") || word.equals("triple")) {
            times = word.equals("double") ? 2 : 3;
            dangling = true;
        } else {
            return false;
        }
        return true;
    }

    private void unit(int value, boolean figure) {
        if (times > 1) {
            end();
            written.append(String.valueOf(value).repeat(times));
            times = 1;
        } else if (!figure && value > 0 && number > 0 && room > 1) {
            number += value;
            room = 1;
        } else {
            end();
            if (value == 0) {
                written.append('0');
            } else {
                number = value;
                room = 1;
            }
        }
    }

    /** Adds to the number that is being said if there is room, else begins another. */
    private void join(int value, int then, int needs) {
        times = 1;
        if (number > 0 && room >= needs) {
            number += value;
        } else {
            end();
            number = value;
        }
        room = then;
    }

    private void end() {
        if (number >= 0) {
            written.append(number);
        }
        number = -1;
        room = 0;
    }

    /** Whether the last word leads to more and means nothing by itself. */
    boolean isDangling() {
        return dangling;
    }

    /** The figures so far; empty if there are none. */
    String figures() {
        return number < 0 ? written.toString() : written.toString() + number;
    }

    static boolean isFigures(String word) {
        for (int i = 0; i < word.length(); i++) {
            if (word.charAt(i) < '0' || word.charAt(i) > '9') {
                return false;
            }
        }
        return !word.isEmpty();
    }
}
