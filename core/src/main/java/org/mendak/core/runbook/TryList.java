package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Changes what is to be tried in the text of a known error, and leaves every other character as it was. */
public final class TryList {

    private static final Pattern NUMBER = Pattern.compile("^( *)(\\d+)([.)])( +)");

    private final String ends;
    private final List<String> lines;
    private final Map<String, int[]> blocks = new HashMap<>();
    private final List<String> keys;

    private TryList(String text, KnownError error) {
        ends = text.contains("\r\n") ? "\r\n" : "\n";
        lines = new ArrayList<>(Arrays.asList(text.split("\r\n|\n|\r", -1)));
        keys = error.tries().stream().map(KnownError.TryItem::fix).toList();
        for (int i = 0; i < keys.size(); i++) {
            int from = error.tries().get(i).line() - 1;
            int to = i + 1 < keys.size() ? error.tries().get(i + 1).line() - 1 : from + 1;
            while (i + 1 == keys.size()
                    && to < lines.size()
                    && (lines.get(to).startsWith(" ") || lines.get(to).startsWith("\t"))) {
                to++;
            }
            blocks.put(keys.get(i), new int[] {from, to});
        }
    }

    /**
     * The text with its fixes in another order.
     *
     * @param error what the text was read to
     * @param order every key of its fixes, each once
     * @throws IllegalArgumentException if it is not that
     */
    public static String reordered(String text, KnownError error, List<String> order) {
        TryList list = new TryList(text, error);
        if (order.size() != list.keys.size()
                || !list.keys.containsAll(order)
                || order.stream().distinct().count() != order.size()) {
            throw new IllegalArgumentException("the order names " + order + ", the error " + list.keys);
        }
        return list.written(order);
    }

    /**
     * The text with one fix moved from what is to be tried to what is ruled out.
     *
     * @param reason why, in words; one line
     */
    public static String ruledOut(String text, KnownError error, String fix, String reason) {
        TryList list = new TryList(text, error);
        if (!list.keys.contains(fix) || list.keys.size() == 1) {
            throw new IllegalArgumentException("\"" + fix + "\" is not one of several fixes in " + list.keys);
        }
        String title = error.tries().get(list.keys.indexOf(fix)).title();
        String line = "- [" + title + "](../fixes/" + fix + ".md): " + reason;
        String rest =
                list.written(list.keys.stream().filter(k -> !k.equals(fix)).toList());
        List<String> all = new ArrayList<>(Arrays.asList(rest.split("\r\n|\n|\r", -1)));
        int heading = all.indexOf("## Ruled out");
        if (heading >= 0) {
            all.add(heading + 1, line);
        } else {
            int verify = all.indexOf("## Verify");
            all.addAll(verify < 0 ? all.size() : verify, List.of("## Ruled out", line, ""));
        }
        return String.join(list.ends, all);
    }

    private String written(List<String> order) {
        List<String> out = new ArrayList<>();
        int first = blocks.get(keys.get(0))[0];
        int last = blocks.get(keys.get(keys.size() - 1))[1];
        out.addAll(lines.subList(0, first));
        for (int i = 0; i < order.size(); i++) {
            out.addAll(numbered(i + 1, blocks.get(order.get(i))));
        }
        out.addAll(lines.subList(last, lines.size()));
        return String.join(ends, out);
    }

    /** An item under another number; what stands below it moves in or out with the number's width. */
    private List<String> numbered(int number, int[] block) {
        List<String> item = new ArrayList<>(lines.subList(block[0], block[1]));
        while (item.size() > 1 && item.get(item.size() - 1).isBlank()) {
            item.remove(item.size() - 1);
        }
        Matcher m = NUMBER.matcher(item.get(0));
        if (m.find()) {
            int wider = String.valueOf(number).length() - m.group(2).length();
            item.set(
                    0,
                    m.group(1) + number + m.group(3) + m.group(4) + item.get(0).substring(m.end()));
            for (int k = 1; k < item.size() && wider != 0; k++) {
                String line = item.get(k);
                item.set(k, wider > 0 ? " ".repeat(wider) + line : line.replaceFirst("^ {0," + -wider + "}", ""));
            }
        }
        return item;
    }
}
