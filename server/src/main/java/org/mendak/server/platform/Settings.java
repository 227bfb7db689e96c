package org.mendak.server.platform;

import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneId;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.util.unit.DataSize;

/**
 * Mendak's own settings, from {@code application.yaml} and the command line; bad ones stop the start.
 *
 * @param data the data folder; absolute, or relative beginning with {@code ./}, as H2 wants it
 * @param demo whether this is the demo
 * @param demoFolder where the demo's documents lie
 * @param zone the desk's time zone
 * @param reserve how much of the disk stays free: below it nothing is stored any more
 * @param proxies addresses of the proxies that are believed when they say who calls and whether the line is encrypted; none unless named
 * @param backupEvery how often a backup is written into the data folder's {@code backups}; zero for never
 * @param backupsKept how many of those are kept
 * @param slowStatement statements that take longer are told of in the log; zero for none
 * @param pepper what passwords are hashed with beside their own salts, at least {@value #SHORTEST_PEPPER} characters; empty for nothing
 * @param sessionLongest how long a sign-in in a browser lasts, however it is used
 * @param leadsNeedSecondFactor whether a password alone makes nobody a lead
 * @param checkFiles a program that each file which somebody sends is shown to; empty for none
 * @param apiDocument whether the API document is for everybody; otherwise for those signed in
 */
@ConfigurationProperties("mendak")
public record Settings(
        String data,
        boolean demo,
        Path demoFolder,
        ZoneId zone,
        DataSize reserve,
        List<String> proxies,
        Duration backupEvery,
        int backupsKept,
        Duration slowStatement,
        String pepper,
        Duration sessionLongest,
        boolean leadsNeedSecondFactor,
        String checkFiles,
        boolean apiDocument) {

    private static final int SHORTEST_PEPPER = 16;

    public Settings {
        checkFiles = checkFiles == null ? "" : checkFiles;
        pepper = pepper == null ? "" : pepper;
        if (!pepper.isEmpty() && pepper.length() < SHORTEST_PEPPER) {
            // its value is not said
            throw new IllegalArgumentException(
                    "mendak.pepper has " + pepper.length() + " characters, must have at least " + SHORTEST_PEPPER);
        }
        sessionLongest = sessionLongest == null ? Duration.ofHours(12) : sessionLongest;
        proxies = proxies == null ? List.of() : List.copyOf(proxies);
        slowStatement = slowStatement == null ? Duration.ZERO : slowStatement;
        backupEvery = backupEvery == null ? Duration.ZERO : backupEvery;
        if (backupEvery.isNegative() || !backupEvery.isZero() && backupsKept < 1) {
            throw new IllegalArgumentException("mendak.backups-kept is " + backupsKept + ", must be at least 1");
        }
        reserve = reserve == null ? DataSize.ofMegabytes(64) : reserve;
        if (!data.startsWith("/") && !data.startsWith("./")) {
            throw new IllegalArgumentException("mendak.data is \"" + data + "\", must be absolute or begin with ./");
        }
    }

    /** Secrets are not shown. */
    @Override
    public String toString() {
        return "Settings[" + data + "]";
    }

    /** The data folder. */
    public Path folder() {
        return Path.of(data);
    }
}
