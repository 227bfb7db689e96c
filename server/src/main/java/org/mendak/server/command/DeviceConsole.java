package org.mendak.server.command;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** {@code ./mendak device}: the console of a practice device of the demo that runs, on this terminal. */
final class DeviceConsole {

    static final String USAGE = "usage: device NAME | device --error KEY [--cause FIX]";
    private static final String HELP = """
            Commands go to the device; help lists them. Beside them:
              :screen         what its screen shows
              :try            tries again what failed
              :hands          what can be done to it by hand
              :hand NUMBER    does it
              :log            its log
              :leave          gives it back""";

    private static final String DEVICES = "/api/practice/devices";

    private final PeopleCalls.Call call;
    private final Terminal terminal;

    DeviceConsole(PeopleCalls.Call call, Terminal terminal) {
        this.call = call;
        this.terminal = terminal;
    }

    int run(List<String> words) throws IOException, InterruptedException {
        Map<String, String> wanted = new HashMap<>();
        List<String> rest = new ArrayList<>(words);
        for (String option : List.of("error", "cause")) {
            int at = rest.indexOf("--" + option);
            if (at >= 0 && at + 1 < rest.size()) {
                wanted.put(option, rest.get(at + 1));
                rest.subList(at, at + 2).clear();
            }
        }
        if (rest.size() == 1 && wanted.isEmpty()) {
            wanted.put("name", rest.get(0));
        } else if (!rest.isEmpty() || wanted.isEmpty()) {
            throw new Cli.Stop(2, USAGE);
        }
        JsonNode device = asked("POST", DEVICES, wanted);
        String path = DEVICES + "/" + device.path("id").asString();
        terminal.err().println(device.path("name").asString() + "; :? says what can be done");
        screen(device);
        try {
            converse(path, device);
        } finally {
            asked("DELETE", path, null);
        }
        return 0;
    }

    private void converse(String path, JsonNode begun) throws IOException, InterruptedException {
        BufferedReader in = new BufferedReader(new InputStreamReader(terminal.in(), StandardCharsets.UTF_8));
        JsonNode device = begun;
        while (true) {
            terminal.err()
                    .print(
                            device.path("asks").asBoolean()
                                    ? "? "
                                    : device.path("name").asString() + "> ");
            terminal.err().flush();
            String line = in.readLine();
            if (line == null || line.strip().equals(":leave")) {
                return;
            }
            try {
                device = line.startsWith(":") ? beside(path, device, line.strip()) : typed(path, device, line);
            } catch (Cli.Stop refused) {
                terminal.err().println(refused.getMessage());
            }
        }
    }

    private JsonNode typed(String path, JsonNode before, String line) throws IOException, InterruptedException {
        JsonNode now = asked("POST", path + "/lines", Map.of("line", line));
        List<String> printed = new ArrayList<>();
        for (JsonNode l : now.path("console")) {
            if (l.path("typed").asBoolean()) {
                printed.clear();
            } else {
                printed.add(l.path("text").asString());
            }
        }
        printed.forEach(terminal.out()::println);
        long took = now.path("seconds").asLong() - before.path("seconds").asLong();
        if (took > 1) {
            terminal.err().println("(" + took + " s)");
        }
        return now;
    }

    private JsonNode beside(String path, JsonNode device, String line) throws IOException, InterruptedException {
        String[] words = line.split("\\s+");
        switch (words[0]) {
            case ":screen" -> screen(device);
            case ":log" -> device.path("log").forEach(l -> terminal.out().println(l.asString()));
            case ":hands" -> {
                int number = 0;
                for (JsonNode h : device.path("hands")) {
                    terminal.out().println(++number + "  " + h.asString());
                }
            }
            case ":try" -> {
                JsonNode now = asked("POST", path + "/tries", null);
                screen(now);
                return now;
            }
            case ":hand" -> {
                int number = words.length == 2 && words[1].matches("\\d{1,2}") ? Integer.parseInt(words[1]) : 0;
                JsonNode now = asked(
                        "POST",
                        path + "/hands",
                        Map.of("hand", device.path("hands").path(number - 1).asString()));
                screen(now);
                return now;
            }
            default -> terminal.out().println(HELP);
        }
        return device;
    }

    private void screen(JsonNode device) {
        device.path("screen").forEach(l -> terminal.out().println("| " + l.asString()));
    }

    private JsonNode asked(String method, String path, Object body) throws IOException, InterruptedException {
        return PeopleCalls.answered(call, method, path, body);
    }
}
