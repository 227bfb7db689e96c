package org.mendak.core.language;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Reads a whole fence as a POSIX shell does and finds out which places are plain words: only there does a quoted value stay a value. Quoting
 * marks over several lines, here-documents, substitutions, arithmetic and comments are followed to their ends; what a command reads again
 * as a command is told from its name.
 *
 * <p>Source: POSIX.1-2017, Shell Command Language, 2.2 Quoting, 2.3 Token Recognition, 2.6 Word Expansions, 2.7.4 Here-Document; the
 * dollar-single-quotes of POSIX.1-2024.
 */
final class ShellWords {

    private static final Set<String> SHELLS =
            Set.of("sh", "bash", "dash", "ksh", "mksh", "zsh", "ash", "busybox", "fish");
    private static final Set<String> READ_AGAIN =
            Set.of("eval", "ssh", "trap", "alias", "su", "watch", "script", "at", "batch");
    private static final Set<String> SCRIPTED =
            Set.of("python", "python3", "perl", "ruby", "node", "php", "lua", "tclsh");
    private static final Set<String> BEFORE_A_COMMAND = Set.of(
            "sudo", "doas", "env", "nohup", "nice", "exec", "command", "builtin", "time", "timeout", "xargs", "setsid",
            "if", "then", "else", "elif", "while", "until", "do", "!", "{", "(");

    private final String text;
    private final Map<Integer, Integer> places = new HashMap<>();
    private final Map<Integer, String> refused = new HashMap<>();

    /** Places of the simple command at hand, and of the pipeline at hand. */
    private final List<Integer> ofCommand = new ArrayList<>();

    private final List<Integer> ofPipeline = new ArrayList<>();
    private final List<String> words = new ArrayList<>();
    private StringBuilder word;
    private boolean pipelineRunsShell;
    private boolean firstOfPipeline = true;

    private record HereDocument(String end, boolean tabs) {}

    private final Deque<HereDocument> hereDocuments = new ArrayDeque<>();

    private ShellWords(String text, List<Places.Place> all) {
        this.text = text;
        all.forEach(p -> places.put(p.from(), p.to()));
    }

    /** Why a place can take no value, by where it begins; places that can are not in it. O(length). */
    static Map<Integer, String> refusals(String text, List<Places.Place> places) {
        ShellWords w = new ShellWords(text, places);
        w.read();
        return w.refused;
    }

    private void read() {
        int i = 0;
        while (i < text.length()) {
            i = next(i);
        }
        endCommand();
        endPipeline();
    }

    private char at(int i) {
        return i < text.length() ? text.charAt(i) : 0;
    }

    private int next(int i) {
        char c = text.charAt(i);
        if (places.containsKey(i)) {
            return place(i);
        }
        switch (c) {
            case '\\':
                if (places.containsKey(i + 1)) {
                    refused.put(i + 1, "a backslash stands before the place");
                }
                grow(text, i, i + 2);
                return i + (places.containsKey(i + 1) ? 1 : 2);
            case '\'':
                return grown(i, quoted(i + 1, '\'', false, "the author put quotation marks around the place"));
            case '"':
                return grown(i, doubleQuoted(i + 1));
            case '`':
                return grown(i, quoted(i + 1, '`', true, "the place stands in a command within the command"));
            case '$':
                return dollar(i);
            case '#':
                return word == null ? comment(i) : grown(i, i + 1);
            case ' ', '\t':
                endWord();
                return i + 1;
            case '\n':
                endCommand();
                endPipeline();
                return hereDocuments(i + 1);
            case ';':
                endCommand();
                endPipeline();
                return i + 1;
            case '&':
                return ampersand(i);
            case '|':
                return pipe(i);
            case '<':
                return less(i);
            case '>':
                endWord();
                return i + 1;
            case '(':
                return at(i + 1) == '(' && words.isEmpty() && word == null ? arithmetic(i + 2) : bracket(i);
            case ')':
                endCommand();
                return i + 1;
            default:
                return grown(i, i + 1);
        }
    }

    private int bracket(int i) {
        endCommand();
        return i + 1;
    }

    private int ampersand(int i) {
        if (at(i + 1) == '>' || i > 0 && (text.charAt(i - 1) == '>' || text.charAt(i - 1) == '<')) {
            return grown(i, i + 1);
        }
        endCommand();
        endPipeline();
        return at(i + 1) == '&' ? i + 2 : i + 1;
    }

    private int pipe(int i) {
        endCommand();
        if (at(i + 1) == '|') {
            endPipeline();
            return i + 2;
        }
        firstOfPipeline = false;
        return i + 1;
    }

    private int less(int i) {
        if (at(i + 1) == '<' && at(i + 2) != '<') {
            return hereDocument(i + 2);
        }
        endWord();
        return at(i + 1) == '<' ? i + 3 : i + 1;
    }

    private int hereDocument(int from) {
        endWord();
        boolean tabs = at(from) == '-';
        int i = tabs ? from + 1 : from;
        while (at(i) == ' ' || at(i) == '\t') {
            i++;
        }
        StringBuilder end = new StringBuilder();
        int begun = i;
        while (i < text.length() && " \t\n;&|<>()".indexOf(text.charAt(i)) < 0) {
            char c = text.charAt(i);
            if (places.containsKey(i)) {
                refused.put(i, "the place names the end of a text in the command");
            }
            if (c != '\'' && c != '"' && c != '\\') {
                end.append(c);
            }
            i++;
        }
        if (i > begun) {
            hereDocuments.add(new HereDocument(end.toString(), tabs));
        }
        return i;
    }

    /** The bodies of here-documents follow the line that named them. */
    private int hereDocuments(int from) {
        int i = from;
        while (!hereDocuments.isEmpty()) {
            HereDocument h = hereDocuments.poll();
            while (i < text.length()) {
                int end = text.indexOf('\n', i);
                int last = end < 0 ? text.length() : end;
                String line = text.substring(i, last);
                String bare = h.tabs() ? line.replaceAll("^\t+", "") : line;
                refuseWithin(i, last, "the place stands in a text that is handed to the command");
                i = end < 0 ? text.length() : end + 1;
                if (bare.equals(h.end())) {
                    break;
                }
            }
        }
        return i;
    }

    private int comment(int i) {
        int end = text.indexOf('\n', i);
        int last = end < 0 ? text.length() : end;
        refuseWithin(i, last, "the place stands in a comment");
        return last;
    }

    private void refuseWithin(int from, int to, String why) {
        for (int i = from; i < to; i++) {
            if (places.containsKey(i)) {
                refused.put(i, why);
            }
        }
    }

    private int dollar(int i) {
        char c = at(i + 1);
        if (c == '(' && at(i + 2) == '(') {
            return grown(i, arithmetic(i + 3));
        }
        if (c == '(') {
            return grown(i, substitution(i + 2));
        }
        if (c == '{') {
            return grown(i, quoted(i + 2, '}', true, "the place stands in a variable's braces"));
        }
        if (c == '\'') {
            return grown(i, quoted(i + 2, '\'', true, "the author put quotation marks around the place"));
        }
        return c == '"' ? grown(i, doubleQuoted(i + 2)) : grown(i, i + 1);
    }

    /** To the closing sign; answers where the text goes on. */
    private int quoted(int from, char close, boolean escapes, String why) {
        int i = from;
        while (i < text.length() && text.charAt(i) != close) {
            if (places.containsKey(i)) {
                refused.put(i, why);
                i = places.get(i);
                continue;
            }
            i += escapes && text.charAt(i) == '\\' ? 2 : 1;
        }
        return Math.min(text.length(), i + 1);
    }

    private int doubleQuoted(int from) {
        int i = from;
        while (i < text.length() && text.charAt(i) != '"') {
            if (places.containsKey(i)) {
                refused.put(i, "the author put quotation marks around the place");
                i = places.get(i);
            } else if (text.charAt(i) == '\\') {
                i += 2;
            } else if (text.startsWith("$((", i)) {
                i = arithmetic(i + 3);
            } else if (text.startsWith("$(", i)) {
                i = substitution(i + 2);
            } else if (text.charAt(i) == '`') {
                i = quoted(i + 1, '`', true, "the place stands in a command within the command");
            } else {
                i++;
            }
        }
        return Math.min(text.length(), i + 1);
    }

    /** To the bracket that closes a substitution, over whatever quotation marks stand in it. */
    private int substitution(int from) {
        int depth = 1;
        int i = from;
        while (i < text.length() && depth > 0) {
            char c = text.charAt(i);
            if (places.containsKey(i)) {
                refused.put(i, "the place stands in a command within the command");
                i = places.get(i);
            } else if (c == '\\') {
                i += 2;
            } else if (c == '\'') {
                i = quoted(i + 1, '\'', false, "the place stands in a command within the command");
            } else if (c == '"') {
                i = doubleQuoted(i + 1);
            } else {
                depth += c == '(' ? 1 : c == ')' ? -1 : 0;
                i++;
            }
        }
        return Math.min(text.length(), i);
    }

    private int arithmetic(int from) {
        int depth = 2;
        int i = from;
        while (i < text.length() && depth > 0) {
            char c = text.charAt(i);
            if (places.containsKey(i)) {
                refused.put(i, "the place stands in a calculation, which reads names as variables");
                i = places.get(i);
            } else {
                depth += c == '(' ? 1 : c == ')' ? -1 : 0;
                i++;
            }
        }
        return Math.min(text.length(), i);
    }

    private int place(int i) {
        if (word == null) {
            word = new StringBuilder();
            if (isCommandPosition()) {
                refused.put(i, "the value would be the name of a command");
            }
        }
        ofCommand.add(i);
        word.append('\u0000');
        return places.get(i);
    }

    /** Whether the word that begins here names what is run. */
    private boolean isCommandPosition() {
        for (String w : words) {
            if (!BEFORE_A_COMMAND.contains(w)
                    && !w.matches("[A-Za-z_][A-Za-z0-9_]*=.*")
                    && !(w.startsWith("-") && words.size() > 1)) {
                return false;
            }
        }
        return true;
    }

    private int grown(int from, int to) {
        grow(text, from, to);
        return to;
    }

    private void grow(String from, int begin, int end) {
        if (word == null) {
            word = new StringBuilder();
        }
        word.append(from, begin, Math.min(from.length(), end));
    }

    private void endWord() {
        if (word != null) {
            words.add(word.toString().replaceAll("[\"'\\\\]", ""));
            word = null;
        }
    }

    private void endCommand() {
        endWord();
        String again = readAgain();
        if (!again.isEmpty()) {
            ofCommand.forEach(i -> refused.putIfAbsent(i, again));
        }
        if (!firstOfPipeline && isShell(0)) {
            pipelineRunsShell = true;
        }
        ofPipeline.addAll(ofCommand);
        ofCommand.clear();
        words.clear();
    }

    private void endPipeline() {
        if (pipelineRunsShell) {
            ofPipeline.forEach(i -> refused.putIfAbsent(i, "what the command prints is run as a command"));
        }
        ofPipeline.clear();
        pipelineRunsShell = false;
        firstOfPipeline = true;
    }

    private boolean isShell(int from) {
        for (int i = from; i < words.size(); i++) {
            String w = bare(words.get(i));
            if (SHELLS.contains(w)) {
                return true;
            }
            if (!BEFORE_A_COMMAND.contains(w) && !w.startsWith("-")) {
                return false;
            }
        }
        return false;
    }

    /** A command's name without its folder. */
    private static String bare(String word) {
        return word.substring(word.lastIndexOf('/') + 1);
    }

    /** Why a value in this command would be read as a command again; empty if it is not. */
    private String readAgain() {
        for (int i = 0; i < words.size(); i++) {
            String w = bare(words.get(i));
            if (READ_AGAIN.contains(w)
                    && (i == 0 || BEFORE_A_COMMAND.contains(bare(words.get(i - 1))) || w.equals("eval"))) {
                return "\"" + w + "\" reads its words as a command again";
            }
            boolean runs = SHELLS.contains(w) || SCRIPTED.contains(w);
            for (int j = i + 1; runs && j < words.size(); j++) {
                String option = words.get(j);
                if (option.matches("-[A-Za-z]*[ce][A-Za-z]*") || option.matches("--(?:command|eval|execute).*")) {
                    return "\"" + w + "\" reads its words as a command again";
                }
            }
        }
        return "";
    }
}
