package org.mendak.bench.recognition;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/** Codes read out by somebody: letters one by one, figures in words, in pairs or as they stand. */
final class Aloud {

    private static final String[] SMALL = {
        "oh",
        "one",
        "two",
        "three",
        "four",
        "five",
        "six",
        "seven",
        "eight",
        "nine",
        "ten",
        "eleven",
        "twelve",
        "thirteen",
        "fourteen",
        "fifteen",
        "sixteen",
        "seventeen",
        "eighteen",
        "nineteen"
    };
    private static final String[] TENS = {
        "", "", "twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety"
    };
    private static final String[] AROUND = {
        "", "", "", "it shows ", "error ", "the number is ", "she reads out ", "something with "
    };

    private Aloud() {}

    /** Whether the code has figures, and before them nothing but letters. */
    static boolean canBeSaid(String code) {
        return code.matches("[A-Za-z]{0,4}-?[0-9]{2,6}");
    }

    /** The code as somebody could say it, perhaps without its letters, with some words of the message. */
    static String say(String code, List<String> words, Random random) {
        String digits = code.replaceAll("[^0-9]", "");
        String letters = code.replaceAll("[^A-Za-z]", "");
        StringBuilder said = new StringBuilder(AROUND[random.nextInt(AROUND.length)]);
        if (!letters.isEmpty() && random.nextInt(3) > 0) {
            String spelt = random.nextBoolean() ? letters : String.join(" ", letters.split(""));
            said.append(random.nextBoolean() ? spelt : spelt.toLowerCase(Locale.ROOT))
                    .append(' ');
        }
        said.append(figures(digits, random));
        for (int i = random.nextInt(4) - 1; i > 0; i--) {
            said.append(' ').append(words.get(random.nextInt(words.size())));
        }
        return said.toString();
    }

    private static String figures(String digits, Random random) {
        String bare = random.nextBoolean() ? digits.replaceFirst("^0+(?=.)", "") : digits;
        return switch (random.nextInt(4)) {
            case 0 -> bare;
            case 1 -> one(bare);
            case 2 -> pairs(bare);
            default ->
                bare.length() == 3 && bare.charAt(0) != '0' && !bare.endsWith("00")
                        ? SMALL[bare.charAt(0) - '0'] + " hundred and " + pair(bare.substring(1))
                        : pairs(bare);
        };
    }

    private static String one(String digits) {
        List<String> words = new ArrayList<>();
        digits.chars().forEach(c -> words.add(SMALL[c - '0']));
        return String.join(" ", words);
    }

    private static String pairs(String digits) {
        List<String> words = new ArrayList<>();
        int odd = digits.length() % 2;
        if (odd == 1) {
            words.add(SMALL[digits.charAt(0) - '0']);
        }
        for (int i = odd; i < digits.length(); i += 2) {
            words.add(pair(digits.substring(i, i + 2)));
        }
        return String.join(" ", words);
    }

    private static String pair(String two) {
        int n = Integer.parseInt(two);
        if (two.charAt(0) == '0') {
            return n == 0 ? "double oh" : "oh " + SMALL[n];
        }
        return n < 20 ? SMALL[n] : TENS[n / 10] + (n % 10 == 0 ? "" : "-" + SMALL[n % 10]);
    }
}
