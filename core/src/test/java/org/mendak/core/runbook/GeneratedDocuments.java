package org.mendak.core.runbook;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** Documents put together at random from everything the grammar has, as authors might write them. */
final class GeneratedDocuments {

    private static final String[] WORDS = {
        "helper",
        "`area`",
        "**stage**",
        "Ångström",
        "a*b",
        "staging",
        "panel 7",
        "\"quoted\"",
        "(as it is)",
        "x < y",
        "50 %",
        "nothing"
    };
    private static final String[] CONDITIONS = {
        "device.image >= 7.0 and other_packages != yes",
        "not (free < 300 MB) or reached in (phone, remote)",
        "count(missing(required, present)) > 0",
        "lamp is known and lamp != dont-know",
        "length(area) <= 200",
        "not lamp is none",
        "mode(rights) contains 6"
    };
    private static final String[] TEMPLATES = {
        "free {free:size}",
        "type `{was:word}`",
        "{{literal}} {area:path} of {total:number}",
        "` {tick:word}",
        " lead {x:hex}"
    };

    private final Random random;

    GeneratedDocuments(long seed) {
        random = new Random(seed);
    }

    private <T> T one(T[] all) {
        return all[random.nextInt(all.length)];
    }

    private boolean maybe() {
        return random.nextInt(3) == 0;
    }

    private String words() {
        StringBuilder s = new StringBuilder("Say");
        for (int i = random.nextInt(6); i >= 0; i--) {
            s.append(' ').append(one(WORDS));
        }
        return s.toString();
    }

    private String code(String text) {
        return text.contains("`") ? "`` " + text + " ``" : "`" + text + "`";
    }

    private void clause(List<String> out, String indent, String keyword, String value) {
        if (maybe()) {
            out.add(indent + "- " + keyword + ": " + value);
        }
    }

    String error(String key) {
        List<String> out = new ArrayList<>(List.of("---", "error: " + key, "title: \"On " + key + ", half: done\""));
        out.add("phases: [" + (random.nextBoolean() ? "install, update" : "launch") + "]");
        out.add(
                "products: [\"Purserdesk >= 5.2\", \"Quayscan 3.x\", \"Leadline 5.2 to 5.6\", \"Tidewall < 4\", \"Watchbill Desk\"]");
        if (maybe()) {
            out.add("aliases: [old-name, \"older name\"]");
        }
        if (maybe()) {
            out.add("tells: [device.image, fact_1]");
        }
        if (maybe()) {
            out.add("confirmed: 2026-0" + (1 + random.nextInt(9)) + "-11");
        }
        out.addAll(List.of("---", words(), "", "## Recognise", "- Code: `PD-4012`"));
        clause(out, "", "Message", code("Not enough room in {stage:path}: `{need:size}` needed"));
        clause(out, "", "Supporting", code(one(TEMPLATES)));
        clause(out, "", "Symptom", words());
        clause(out, "", "Sample", code("Not enough room in /var/stage: 8 MB"));
        clause(out, "", "Not to be confused with", "[" + "Other" + "](other.md); " + words());
        out.add("");
        out.add("## Ask");
        for (int n = 1; n <= random.nextInt(12); n++) {
            String indent = " ".repeat((n + ". ").length());
            out.add(n + ". " + words() + "?");
            clause(out, indent, "Sets", code("fact_" + n));
            clause(out, indent, "Choices", "yes, no, half full");
            clause(out, indent, "Minutes", one(new String[] {"2", "2.5 minutes", "1 h"}));
            clause(out, indent, "Run", code("tillctl area --free | awk '{print}'"));
            clause(out, indent, "Capture", code(one(TEMPLATES)));
        }
        out.add("");
        out.add("## Try");
        int fixes = 1 + random.nextInt(12);
        for (int n = 1; n <= fixes; n++) {
            String indent = " ".repeat((n + ". ").length());
            out.add(n + ". [" + words().replace("`", "").replace("*", "") + "](../fixes/f" + n + ".md)");
            clause(out, indent, "With", code("area = {stage}"));
            clause(out, indent, "With", code("mode = \"all\" = x"));
            clause(out, indent, "When", code(one(CONDITIONS)));
            if (n > 1) {
                clause(out, indent, "After", "[f1](../fixes/f1.md)");
                clause(out, indent, "Together", "[f1](../fixes/f1.md)");
            }
            if (maybe()) {
                out.add(indent + "- Last resort");
            }
        }
        out.add("");
        out.add("## Ruled out");
        clause(out, "", "[Reinstall](../fixes/reinstall.md)", words());
        out.add("");
        out.add("## Verify");
        for (int n = 1; n <= random.nextInt(4); n++) {
            out.add(n + ". " + words());
            clause(out, "   ", "Required", words());
            clause(out, "   ", "Otherwise", words());
        }
        return String.join(random.nextBoolean() ? "\n" : "\r\n", out) + "\n";
    }

    String fix(String key) {
        List<String> out = new ArrayList<>(List.of("---", "fix: " + key, "title: 'It''s \"" + key + "\"'"));
        out.add("kind: " + (random.nextBoolean() ? "lasting" : "workaround"));
        out.add("minutes: " + one(new String[] {"4", "0.5", "12.25"}));
        out.add("risk: " + one(new String[] {"safe", "interrupts", "weakens", "destroys"}));
        out.add("needs: [local-admin, \"installer = closed\"]");
        if (maybe()) {
            out.add("leaves: [\"installer = closed\"]");
        }
        out.add("parameters: {area: path, total: size, items: list}");
        for (String head : List.of(
                "reversible: true",
                "keeps-data: yes",
                "offline: true",
                "affects: others",
                "aliases: [a, b]",
                "discouraged: \"it: hides the cause\"",
                "opposite-of: [stop-it]",
                "substantial: 2026-03-14",
                "confirmed: 2026-05-02")) {
            if (maybe()) {
                out.add(head);
            }
        }
        out.addAll(List.of("---", words(), "", "Second *paragraph*."));
        out.add("");
        clause(out, "", "Side effect", words());
        for (int n = 1 + random.nextInt(6); n > 0; n--) {
            step(out, n);
        }
        return String.join("\n", out) + "\n";
    }

    private void step(List<String> out, int n) {
        out.add("");
        if (random.nextInt(6) == 0) {
            out.add("## [Run the other](../fixes/other.md)");
            clause(out, "", "With", code("area = {area}"));
            clause(out, "", "With", code("b = 2"));
            clause(out, "", "When", code(one(CONDITIONS)));
            clause(out, "", "Caution", words());
            return;
        }
        out.add("## Step " + n + " " + one(WORDS));
        if (maybe()) {
            out.addAll(List.of(words(), "over two lines", ""));
        }
        if (maybe()) {
            out.addAll(List.of("- " + one(WORDS) + " first", "- then the rest", ""));
        }
        if (maybe()) {
            out.addAll(List.of("````sh", "tillctl area {area} --free", "", "```", "echo '{kept}' ${kept}", "````"));
        }
        clause(out, "", "When", code(one(CONDITIONS)) + (maybe() ? "; in words the till is new" : ""));
        clause(out, "", "For each", maybe() ? "`port` in `7441, 7442`" : "`item` in `items`");
        clause(
                out,
                "",
                "Get",
                "[till.pkg](stage://shore/till.pkg) from the shore; 812 MB; as of 2026-09-01; when `device.image >= 7`");
        clause(out, "", "Get", "[the key](cupboard:3)");
        clause(out, "", "Caution", words());
        clause(out, "", "Answer", "`Replace? [y/N]` with `y`; " + words());
        clause(out, "", "Answer", "\"Which pier?\": the name on the sign; it is only a label");
        clause(out, "", "Ask", "Which lamp is on?; sets `lamp`; green, red");
        clause(out, "", "Expect", words());
        clause(out, "", "Nothing shows", words());
        clause(out, "", "Capture", code(one(TEMPLATES)));
        clause(out, "", "Capture before", code(one(TEMPLATES)) + "; called what it was");
        clause(out, "", "Capture every", "`Disk {disk.number:number} {disk.size:size}`; called number, size");
        clause(out, "", "Capture every", "`{disk.name:word}` under `Name`, `{disk.free:size}` under `Free`");
        clause(
                out,
                "",
                "Capture",
                "`{start:word}` under `StartType` where `Name` is `{service}`; called way it starts");
        clause(out, "", "Choose", "`target` from `disk`; the one whose label is red");
        clause(out, "", "Must", code(one(CONDITIONS)) + "; in words there is room; otherwise make room");
        clause(out, "", "Check", code(one(CONDITIONS)) + "; then all is well");
        clause(out, "", "Check", "the lamp is green");
        clause(out, "", "Only if", code(one(CONDITIONS)) + "; otherwise nothing to do");
        clause(out, "", "Destroys", "the data on {area}");
        clause(out, "", "Minutes", "3.5");
        clause(out, "", "Wait", "10 minutes");
        clause(out, "", "Restart", "5 minutes");
        clause(out, "", "Done when", words());
        clause(out, "", "Put back", "start the helper, `tillctl helper start --type {was}`");
        clause(out, "", "Put back", "take the note off the door");
        clause(out, "", "Put back", "set it again, `tillctl type {was}`; if not known: ask the shore office");
        clause(out, "", "After failure", "mark it, `tillctl mark {x}`");
        clause(out, "", "After success", "`tillctl clean {x}`");
        clause(out, "", "Follow up", "order a new medium; by the store keeper");
        clause(out, "", "Follow up", words());
    }
}
