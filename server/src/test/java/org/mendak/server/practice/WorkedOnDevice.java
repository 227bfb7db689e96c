package org.mendak.server.practice;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.practice.PracticeDevice;
import org.mendak.server.Api;
import tools.jackson.databind.JsonNode;

/**
 * Works a case on a practice device as somebody would who does exactly what stands there: through the public API alone, the plan's fixes in
 * their order, until it works or nothing is left. What a document says that the device does not bear out is a complaint.
 */
final class WorkedOnDevice {

    private static final Pattern IMAGE = Pattern.compile("image (\\S+)");
    private static final int MOST_FIXES = 12;
    private static final int MOST_STEPS = 60;

    private final Api api;
    private final PracticeDevice device;
    private final long number;
    private final List<String> complaints = new ArrayList<>();
    private final List<String> tried = new ArrayList<>();
    private final Set<String> asked = new HashSet<>();
    private final Map<String, String> captured = new LinkedHashMap<>();
    private int entries;
    private long attempt;
    private String fix;

    private WorkedOnDevice(Api api, PracticeDevice device) {
        this.api = api;
        this.device = device;
        Matcher image = IMAGE.matcher(device.type("skerryctl name").text());
        String said = device.act().text();
        fix = "recognition";
        String first = api.post("/api/recognitions", Map.of("text", said))
                .expect(200)
                .json()
                .path("candidates")
                .path(0)
                .path("error")
                .asString();
        if (!first.equals(device.error().orElseThrow())) {
            complain("\"" + said + "\" is taken for " + first);
        }
        number = api.openCase(Map.of(
                "text",
                said,
                "error",
                device.error().orElseThrow(),
                "device",
                device.name(),
                "facts",
                image.find()
                        ? Map.of("device.image", image.group(1), "device.role", device.kind())
                        : Map.of("device.role", device.kind())));
    }

    /** What came of a case. */
    record Worked(List<String> tried, List<String> complaints, boolean solved, double minutes) {}

    static Worked work(Api api, PracticeDevice device) {
        WorkedOnDevice w = new WorkedOnDevice(api, device);
        w.look();
        boolean solved = w.untilItWorks();
        return new Worked(w.tried, w.complaints, solved, device.seconds() / 60.0);
    }

    /** Makes the looks that the runbook asks for. */
    private void look() {
        for (JsonNode q :
                api.get("/api/cases/" + number + "/questions").expect(200).json()) {
            String command = text(q.path("run"));
            if (command.isEmpty() || q.path("answered").asBoolean() || command.indexOf('\u2039') >= 0) {
                continue;
            }
            String output = device.type(command).text();
            String path =
                    "/api/cases/" + number + "/questions/" + q.path("index").asInt();
            if (api.post(path, Map.of("text", output)).status() != 200) {
                Map<String, String> gone = new HashMap<>();
                q.path("wanted").forEach(x -> gone.put(x.path("name").asString(), "not-there"));
                api.post("/api/cases/" + number + "/facts", gone).expect(200);
            }
        }
    }

    private static String text(JsonNode pieces) {
        StringBuilder text = new StringBuilder();
        pieces.forEach(x -> text.append(x.path("text").asString()));
        return text.toString();
    }

    private boolean untilItWorks() {
        for (int i = 0; i < MOST_FIXES; i++) {
            String next = next();
            if (next == null) {
                return false;
            }
            tried.add(next);
            fix = next;
            attempt = api.begin(number, fix);
            captured.clear();
            String outcome = fixed();
            boolean works = device.act().status() == 0;
            if (outcome.equals("no-change") && works) {
                outcome = "worked";
            }
            api.recordOver(number, attempt, Map.of("outcome", outcome, "minutes", 5))
                    .expect(200);
            if (!works && device.cause().orElseThrow().equals(fix)) {
                complain("it is for what is behind the error, and does not mend it");
            }
            putBack();
            if (works) {
                device.strayed().forEach((name, change) -> complain("left other than before: " + name + " " + change));
                return true;
            }
        }
        return false;
    }

    /** The first fix of the plan that was not tried; what the plan asks before it is asked first. */
    private String next() {
        for (JsonNode p :
                api.get("/api/cases/" + number + "/plan").expect(200).json().path("ordered")) {
            String key = p.path("key").asString();
            if (p.path("kind").asString().equals("question") && asked.add(key)) {
                ask(key);
                return next();
            }
            if (p.path("kind").asString().equals("fix") && !tried.contains(key)) {
                return key;
            }
        }
        return null;
    }

    /** Whoever is at the device answers, as somebody would who sees it. */
    private void ask(String fact) {
        String answer = device.answer(fact).orElse("");
        if (answer.isEmpty()) {
            complain("the plan asks for " + fact + ", and nobody can say");
        }
        for (JsonNode q :
                api.get("/api/cases/" + number + "/questions").expect(200).json()) {
            if (q.path("sets").asString().equals(fact)
                    && !q.path("choices").toString().contains('"' + answer + '"')) {
                complain(q.path("text").asString() + " has no choice for " + answer);
            }
        }
        api.post("/api/cases/" + number + "/facts", Map.of(fact, answer.isEmpty() ? "dont-know" : answer))
                .expect(200);
    }

    private JsonNode filled() {
        return api.get("/api/cases/" + number + "/fixes/" + fix).expect(200).json();
    }

    /** Does every step of the fix; what is to be recorded of it before it is tried again. */
    private String fixed() {
        Map<String, String> needs = new HashMap<>();
        filled().path("needs")
                .forEach(n ->
                        needs.put(n.path("fact").asString(), n.path("wanted").asString()));
        if (!needs.isEmpty()) {
            api.post("/api/cases/" + number + "/facts", needs).expect(200);
        }
        if (needs.containsKey("need.recovery")) {
            device.hand("start it into recovery");
        }
        Set<Integer> done = new HashSet<>();
        for (int i = 0; i < MOST_STEPS; i++) {
            JsonNode step = null;
            for (JsonNode s : filled().path("steps")) {
                boolean open = !done.contains(s.path("index").asInt())
                        && !s.path("applies").asString().equals("no");
                step = step == null && open ? s : step;
            }
            if (step == null) {
                return "no-change";
            }
            int index = step.path("index").asInt();
            String ends = step(step);
            if (!ends.isEmpty()) {
                return ends;
            }
            done.add(index);
        }
        complain("the fix does not end");
        return "no-change";
    }

    /** Does a step; how the fix ends by it, empty if it goes on. */
    private String step(JsonNode asRead) {
        int index = asRead.path("index").asInt();
        JsonNode step = asRead;
        if (!step.path("destroys").asString().isEmpty()) {
            if (!opened(index)) {
                complain(index, "its gate does not open by what was read");
                return "could-not-apply";
            }
            step = filled().path("steps").path(index);
        }
        if (step.path("must").path("held").asBoolean()) {
            return "could-not-apply";
        }
        byHand(index, step);
        for (JsonNode c : step.path("commands")) {
            command(index, step, c);
        }
        JsonNode now = filled().path("steps").path(index);
        if (now.path("onlyIf").path("state").asString().equals("depends") && notThere(index, now)) {
            now = filled().path("steps").path(index);
        }
        if (now.path("onlyIf").path("state").asString().equals("no")) {
            return "nothing-to-do";
        }
        read(index, now);
        return finish(index, now);
    }

    private String finish(int index, JsonNode step) {
        Api.Answer answer = enter(index, Map.of("what", "done"));
        if (answer.status() != 200) {
            complain(index, "cannot be done: " + answer.json().path("detail").asString());
            enter(index, Map.of("what", "skipped")).expect(200);
        }
        return "";
    }

    private boolean opened(int index) {
        for (String value : new ArrayList<>(captured.values())) {
            if (enter(index, Map.of("what", "confirmed", "safe", true, "heard", value))
                            .status()
                    == 200) {
                return true;
            }
        }
        return false;
    }

    /** What is done without typing: a restart, a look, a hand. */
    private void byHand(int index, JsonNode step) {
        if (step.path("restartMinutes").asDouble() > 0) {
            device.hand("restart it").ifPresentOrElse(r -> {}, () -> complain(index, "it cannot be restarted"));
        } else if (step.path("commands").isEmpty()) {
            AsWritten.hand(step.path("title").asString(), device.hands()).ifPresent(device::hand);
        }
        for (JsonNode ask : step.path("asks")) {
            String answer = ask.path("choices").path(0).asString();
            api.post("/api/cases/" + number + "/facts", Map.of(ask.path("sets").asString(), answer))
                    .expect(200);
        }
        JsonNode choose = step.path("choose");
        if (!choose.isMissingNode()
                && !choose.isNull()
                && choose.path("how").asString().isEmpty()) {
            choose(index, choose);
        }
    }

    /** Which row is meant is told by a word of the document that stands in one row alone. */
    private void choose(int index, JsonNode choose) {
        List<String> rows = new ArrayList<>();
        choose.path("rows").forEach(r -> rows.add(r.toString()));
        int row = AsWritten.row(choose.path("text").asString(), rows);
        if (row < 0) {
            complain(index, "no row is the one that is meant");
            return;
        }
        enter(index, Map.of("what", "value", "read", Map.of("clause", -1, "row", row)))
                .expect(200);
    }

    private void command(int index, JsonNode step, JsonNode command) {
        StringBuilder text = new StringBuilder();
        for (JsonNode p : command.path("pieces")) {
            if (p.path("kind").asString().equals("blank")
                    || p.path("kind").asString().equals("refused")) {
                complain(index, "nobody knows " + p.path("title").asString());
                return;
            }
            text.append(p.path("text").asString());
        }
        StringBuilder output = new StringBuilder();
        boolean failed = false;
        for (String line : text.toString().split("\n")) {
            PracticeDevice.Reply r = device.type(line);
            if (r.asks()) {
                output.append(r.text()).append('\n');
                r = device.type(answer(index, step, r.text()));
            }
            failed |= r.status() != 0;
            if (r.status() == 2 || r.status() == 127) {
                complain(index, "the device does not know \"" + line + "\": " + r.text());
            }
            output.append(r.text()).append('\n');
        }
        Map<String, Object> entry = new HashMap<>(Map.of("what", "output", "output", output.toString()));
        String item = command.path("item").asString();
        if (!item.isEmpty()) {
            entry.put("item", item);
        }
        JsonNode result = enter(index, entry).expect(200).json();
        result.path("captured")
                .properties()
                .forEach(e -> captured.put(e.getKey(), e.getValue().asString()));
        if (!failed) {
            expected(index, step, output.toString());
        }
        if (!item.isEmpty()) {
            enter(index, Map.of("what", "done", "item", item));
        }
    }

    private String answer(int index, JsonNode step, String prompt) {
        for (JsonNode a : step.path("answers")) {
            if (prompt.contains(a.path("prompt").asString())) {
                return AsWritten.answer(a.path("answer").asString());
            }
        }
        complain(index, "it asks \"" + prompt + "\", and nothing is said of that");
        return "";
    }

    private void expected(int index, JsonNode step, String output) {
        for (JsonNode e : step.path("expect")) {
            AsWritten.unseen(e.asString(), output)
                    .forEach(q -> complain(index, "\"" + q + "\" was to show, and \"" + output.strip() + "\" does"));
        }
    }

    /** A look that shows nothing of what it is for says so; whether there was one. */
    private boolean notThere(int index, JsonNode step) {
        boolean any = false;
        for (JsonNode c : step.path("captures")) {
            if (c.path("how").asString().isEmpty()) {
                any = true;
                enter(
                        index,
                        Map.of(
                                "what",
                                "value",
                                "read",
                                Map.of("clause", c.path("clause").asInt(), "none", "not-there")));
            }
        }
        return any;
    }

    /** What a step should read and did not. */
    private void read(int index, JsonNode step) {
        for (JsonNode c : step.path("captures")) {
            String how = c.path("how").asString();
            if (how.isEmpty() || how.equals("several")) {
                complain(
                        index,
                        "nothing is read for "
                                + c.path("wanted").path(0).path("title").asString());
                Map<String, Object> said = new HashMap<>(Map.of(
                        "what",
                        "value",
                        "read",
                        Map.of("clause", c.path("clause").asInt(), "none", "not-known")));
                if (!c.path("item").asString().isEmpty()) {
                    said.put("item", c.path("item").asString());
                }
                enter(index, said);
            }
        }
    }

    private Api.Answer enter(int index, Map<String, Object> more) {
        Map<String, Object> entry = new HashMap<>(more);
        entry.put("clientId", "device-run-" + ++entries);
        entry.put("step", index);
        return api.post("/api/cases/" + number + "/attempts/" + attempt + "/steps", entry);
    }

    /** Pays what the fix owes. */
    private void putBack() {
        for (JsonNode p : api.get("/api/cases/" + number).expect(200).json().path("putBacks")) {
            if (p.path("attempt").asLong() != attempt
                    || !p.path("kind").asString().equals("put-back")
                    || !p.path("state").asString().equals("open")) {
                continue;
            }
            String text = text(p.path("command"));
            if (text.indexOf('\u2039') >= 0) {
                complain("what is owed cannot be put back: " + text);
                continue;
            }
            PracticeDevice.Reply r = text.isEmpty() ? null : device.type(text);
            if (r != null && r.status() != 0) {
                complain("put back by \"" + text + "\": " + r.text());
            }
            api.post("/api/cases/" + number + "/put-backs/" + p.path("id").asLong(), Map.of("state", "done"))
                    .expect(200);
        }
        device.notPutBack().forEach((name, change) -> complain("not put back: " + name + " " + change));
    }

    private void complain(String what) {
        complaints.add(fix + ": " + what);
    }

    private void complain(int index, String what) {
        complain("step " + (index + 1) + ": " + what);
    }
}
