package org.mendak.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import org.mendak.server.cases.Desk;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.DbException;
import org.mendak.server.platform.OwnAddress;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.tomcat.TomcatWebServer;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.support.GenericApplicationContext;

/** The whole application on a free port with H2 on disk in a folder of its own, and a clock that tests can move. */
public final class RunningApp implements AutoCloseable {

    /** The repository's demo documents. */
    public static final Path DEMO = Path.of("..", "demo").toAbsolutePath().normalize();

    private static final Object STARTING = new Object();

    private final Path data;
    private final boolean ownsData;
    private final TestDay.Ahead clock = new TestDay.Ahead();
    private final ConfigurableApplicationContext context;

    private RunningApp(Path data, boolean ownsData, boolean demo, String... settings) {
        this(data, ownsData, demo, null, settings);
    }

    private RunningApp(Path data, boolean ownsData, boolean demo, Looked looked, String... settings) {
        this.data = data;
        this.ownsData = ownsData;
        List<String> args = new ArrayList<>(List.of(
                "--server.port=0",
                "--mendak.data=" + data,
                "--mendak.demo=" + demo,
                "--mendak.demo-folder=" + DEMO,
                // most tests that move the clock are not about sign-ins
                "--mendak.session-longest=4000d"));
        for (String setting : settings) {
            // in place of the same one, not beside it
            args.removeIf(a -> a.startsWith(setting.substring(0, setting.indexOf('=') + 1)));
            args.add(setting);
        }
        // one start at a time: several at once take longer than one after the other
        synchronized (STARTING) {
            context = new SpringApplicationBuilder(Mendak.class)
                    .initializers(c -> {
                        GenericApplicationContext beans = (GenericApplicationContext) c;
                        beans.registerBean("testClock", Clock.class, () -> clock);
                        if (looked != null) {
                            beans.registerBean(Looked.class, () -> looked);
                        }
                    })
                    .run(args.toArray(String[]::new));
        }
    }

    /** An empty desk. */
    public static RunningApp empty(String... settings) {
        return new RunningApp(PreparedDesks.folder(), true, false, settings);
    }

    /** The demo with all its documents and cases. */
    public static RunningApp demo() {
        return new RunningApp(demoFolder(), true, true);
    }

    /** A copy of its data. */
    public static Path demoFolder() {
        return PreparedDesks.copy("demo", folder -> demoOn(folder).close());
    }

    /** The demo on a folder that stays when it is closed. */
    public static RunningApp demoOn(Path data) {
        return new RunningApp(data, false, true);
    }

    /** The document set of the tests, published. */
    public static RunningApp testDesk() {
        Path data = PreparedDesks.copy("test desk", folder -> {
            try (RunningApp app = on(folder)) {
                Desk.publish(app.lead());
            }
        });
        return new RunningApp(data, true, false);
    }

    /** A desk on a folder that stays when it is closed. */
    public static RunningApp on(Path data, String... settings) {
        return new RunningApp(data, false, false, settings);
    }

    /** The same, and what its statements look at is counted once that is wanted. */
    static RunningApp watched(Path data, Looked looked) {
        return new RunningApp(data, true, false, looked);
    }

    /** Where it listens, without a slash at the end. */
    public int managementPort() {
        return context.getEnvironment().getRequiredProperty("local.management.port", Integer.class);
    }

    public String address() {
        return OwnAddress.of(((ServletWebServerApplicationContext) context).getWebServer());
    }

    /** The address of the machine that it listens at. */
    public Object listensAt() {
        return ((TomcatWebServer) ((ServletWebServerApplicationContext) context).getWebServer())
                .getTomcat()
                .getConnector()
                .getProperty("address");
    }

    public Path data() {
        return data;
    }

    public TestDay.Ahead clock() {
        return clock;
    }

    public <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    /** A program with everything a lead may do: the command line's own way in. */
    public Api lead() {
        try {
            return Api.bearer(
                    address(), Files.readAllLines(data.resolve("running")).get(1));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Somebody of the demo, signed in as a browser does it. */
    public Api demoUser(String login) {
        Api api = Api.browser(address());
        api.signIn(login, "mendak-demo").expect(200);
        return api;
    }

    @Override
    public void close() {
        try {
            if (context.isActive()) {
                SuiteLog.assertNobodyIn(bean(Db.class));
            }
        } catch (DbException gone) {
            // a desk whose file was broken on purpose has nothing to tell
        } finally {
            end();
        }
    }

    private void end() {
        context.close();
        if (ownsData) {
            PreparedDesks.delete(data);
        }
    }
}
