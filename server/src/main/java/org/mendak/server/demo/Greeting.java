package org.mendak.server.demo;

import org.mendak.server.platform.OwnAddress;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Settings;
import org.mendak.server.team.TeamService;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.stereotype.Component;

/** Says on the terminal where Mendak is and how to get in, once it is ready. */
@Component
class Greeting implements ApplicationRunner {

    private final Settings settings;
    private final TeamService team;
    private final DemoLoader demo;
    private final ServletWebServerApplicationContext context;

    Greeting(Settings settings, TeamService team, DemoLoader demo, ServletWebServerApplicationContext context) {
        this.settings = settings;
        this.team = team;
        this.demo = demo;
        this.context = context;
    }

    @Override
    public void run(ApplicationArguments args) {
        try {
            greet();
        } catch (Refusal r) {
            // it serves for reading, and health says that it is not all there
            System.out.println("\nMendak is ready at " + OwnAddress.of(context.getWebServer()) + "/ for reading.\n"
                    + r.getMessage() + "\nCtrl+C ends it.\n");
        }
    }

    private void greet() {
        String address = OwnAddress.of(context.getWebServer()) + "/";
        StringBuilder text = new StringBuilder();
        if (settings.demo()) {
            demo.load();
            text.append("\nMendak's demo is ready at ")
                    .append(address)
                    .append("\n\nSign in with the password ")
                    .append(DemoLoader.PASSWORD)
                    .append(" as\n");
            DemoLoader.signIns().forEach((login, may) -> text.append(String.format("  %-8s %s%n", login, may)));
        } else {
            text.append("\nMendak is ready at ").append(address).append("\n");
            team.invite()
                    .ifPresent(code -> text.append("\nNobody can sign in yet. Make the first lead, once, at\n  ")
                            .append(address)
                            .append("welcome/")
                            .append(code)
                            .append("\n"));
        }
        text.append("\nCtrl+C ends it.\n");
        System.out.println(text);
    }
}
