package org.mendak.bench.howto;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.bench.DemoDocuments;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/** What a how-to tells: the labels that a draft of it is held against. */
record Told(String title, List<String> codes, String message, String product, List<Told.Way> ways, String verify) {

    /** A fix as a how-to tells it; {@code minutes} 0 if it does not say. */
    record Way(String title, String why, int minutes, List<Step> steps) {}

    /** A step; {@code link} and {@code address} are empty if nothing is fetched for it. */
    record Step(
            String title, String prose, List<String> commands, List<String> cautions, String link, String address) {}

    private static final Pattern PLACE = Pattern.compile("(?<!\\$)\\{(\\w+(?:\\.\\w+)?)}");
    private static final Pattern LINK = Pattern.compile("\\[([^]]*)]\\([^)]*\\)");

    /** The demo's runbooks, but those that are first aid. */
    static List<Told> ofDemo(DemoDocuments demo) {
        List<Told> all = new ArrayList<>();
        Random random = new Random(11);
        for (KnownError e : demo.errors()) {
            String message = e.samples().isEmpty() ? "" : e.samples().get(0).text();
            List<Way> ways = e.tries().stream()
                    .map(t -> demo.fixes().get(t.fix()))
                    .filter(f -> f != null && f.steps().stream().noneMatch(s -> s.part() != null))
                    .map(f -> way(f, random))
                    .toList();
            if (!message.isEmpty() && !ways.isEmpty()) {
                all.add(new Told(
                        e.title(),
                        e.signatures().stream()
                                .filter(s -> s.kind() == Signature.Kind.CODE)
                                .map(Signature::text)
                                .toList(),
                        message,
                        e.products().isEmpty() ? "" : e.products().get(0).toString(),
                        ways,
                        e.verify().isEmpty() ? "" : e.verify().get(0).text()));
            }
        }
        return all;
    }

    private static Way way(Fix f, Random random) {
        return new Way(
                f.title(),
                plain(f.intro()),
                (int) f.minutes(),
                f.steps().stream()
                        .map(s -> new Step(
                                plain(s.title()),
                                plain(s.prose()),
                                s.fences().stream()
                                        .flatMap(x -> x.text().lines())
                                        .filter(l -> !l.isBlank())
                                        .map(l -> filled(l, random))
                                        .toList(),
                                s.cautions().stream()
                                        .map(c -> plain(filled(c, random)))
                                        .toList(),
                                s.gets().isEmpty() ? "" : s.gets().get(0).name(),
                                s.gets().isEmpty() ? "" : s.gets().get(0).address()))
                        .toList());
    }

    /** As somebody writes who tells of one case: values stand where a runbook has their names. */
    private static String filled(String text, Random random) {
        Matcher m = PLACE.matcher(text);
        StringBuilder s = new StringBuilder();
        while (m.find()) {
            m.appendReplacement(s, "pier" + (10 + random.nextInt(80)));
        }
        return m.appendTail(s).toString();
    }

    private static String plain(String markdown) {
        return LINK.matcher(markdown)
                .replaceAll("$1")
                .replace("`", "")
                .replaceAll("\\s+", " ")
                .strip();
    }

    /**
     * Runbooks of messages and programs that nobody here wrote.
     *
     * @param messages with their values filled in
     * @param programs names of programs of this machine
     */
    static List<Told> generated(List<String> messages, List<String> programs, Random random) {
        List<Told> all = new ArrayList<>();
        for (String message : messages) {
            List<String> codes = random.nextInt(3) == 0 ? List.of() : List.of(code(random));
            String thing = pick(THINGS, random);
            List<Way> ways = new ArrayList<>();
            for (int i = 1 + random.nextInt(3); i > 0; i--) {
                ways.add(way(programs, random));
            }
            all.add(new Told(
                    thing + " " + pick(FAILS, random),
                    codes,
                    message,
                    "",
                    ways,
                    pick(VERIFY, random).replace("*", thing.toLowerCase(java.util.Locale.ROOT))));
        }
        return all;
    }

    private static Way way(List<String> programs, Random random) {
        List<Step> steps = new ArrayList<>();
        for (int i = 1 + random.nextInt(4); i > 0; i--) {
            List<String> commands = new ArrayList<>();
            for (int c = random.nextInt(3); c > 0; c--) {
                commands.add(command(programs, random));
            }
            boolean fetch = random.nextInt(8) == 0;
            steps.add(new Step(
                    fetch ? "Fetch the new package" : pick(VERBS, random) + " " + pick(OBJECTS, random),
                    random.nextInt(3) == 0 ? pick(PROSE, random) : "",
                    commands,
                    random.nextInt(5) == 0 ? List.of(pick(CAUTIONS, random)) : List.of(),
                    fetch ? "package of the season" : "",
                    fetch ? "https://shore.example/packages/" + (100 + random.nextInt(900)) : ""));
        }
        return new Way(
                pick(VERBS, random) + " " + pick(OBJECTS, random),
                random.nextBoolean() ? pick(PROSE, random) : "",
                random.nextInt(3) == 0 ? 0 : 2 + random.nextInt(40),
                steps);
    }

    private static String command(List<String> programs, Random random) {
        StringBuilder s = new StringBuilder(programs.get(random.nextInt(programs.size())));
        for (int i = 1 + random.nextInt(3); i > 0; i--) {
            s.append(' ')
                    .append(
                            switch (random.nextInt(6)) {
                                case 0 -> "--" + pick(OPTIONS, random);
                                case 1 -> "-" + (char) ('a' + random.nextInt(26));
                                case 2 -> "/var/lib/" + pick(OPTIONS, random) + random.nextInt(90);
                                case 3 -> "--" + pick(OPTIONS, random) + "=" + random.nextInt(900);
                                case 4 -> pick(OPTIONS, random) + ".conf";
                                default -> pick(OPTIONS, random);
                            });
        }
        return s.toString();
    }

    private static String code(Random random) {
        return switch (random.nextInt(3)) {
            case 0 -> "0x" + String.format("%08X", 0x80000000L + random.nextInt(0x7fffffff));
            case 1 ->
                "" + (char) ('A' + random.nextInt(26)) + (char) ('A' + random.nextInt(26)) + "-"
                        + (100 + random.nextInt(9000));
            default ->
                "ERR_" + pick(OPTIONS, random).toUpperCase(java.util.Locale.ROOT) + "_"
                        + pick(OPTIONS, random).toUpperCase(java.util.Locale.ROOT);
        };
    }

    static String pick(String[] from, Random random) {
        return from[random.nextInt(from.length)];
    }

    private static final String[] THINGS = {
        "Timetable board", "Ticket till", "Chart panel", "Crew roster", "Gate reader", "Mooring sensor", "Fuel counter"
    };
    private static final String[] FAILS = {
        "does not start",
        "cannot be updated",
        "refuses to install",
        "stops while updating",
        "closes at once",
        "hangs at the logo"
    };
    private static final String[] VERBS = {
        "Stop",
        "Restart",
        "Delete",
        "Rename",
        "Check",
        "Move",
        "Unplug",
        "Open",
        "Close",
        "Reinstall",
        "Copy",
        "Clear",
        "Set",
        "Reset",
        "Replace",
        "Empty",
        "Disconnect",
        "Sign out of",
        "Switch off",
        "Look at",
        "Give",
        "Repair",
        "Register"
    };
    private static final String[] OBJECTS = {
        "the update service", "the old profile", "the cache folder", "the settings file", "the reader's cable",
        "the licence store", "the print queue", "what the installer left", "the clock of the device", "the second copy",
        "the user's rights on the folder", "the network link", "the driver of the screen"
    };
    private static final String[] OPTIONS = {
        "all", "force", "list", "store", "queue", "path", "wait", "helper", "panel", "season", "cache", "level", "port",
        "user"
    };
    private static final String[] PROSE = {
        "It may take a moment before anything shows.", "The old one is in the way of the new one.",
        "Whoever calls sees a small anchor in the corner meanwhile.", "This is what helped on most piers last winter.",
        "Nothing is lost by it.", "The device keeps what was entered since the morning."
    };
    private static final String[] CAUTIONS = {
        "do not switch the device off while the lamp blinks", "tickets that were not sent are lost",
        "other people at the same desk are signed out too", "leave the folder itself in place",
        "ask the shore office first if it is a Friday"
    };
    private static final String[] VERIFY = {
        "Start the * again.", "Update the * once more and watch it finish.", "Open the * and look for the anchor."
    };
}
