package org.mendak.server.platform;

import java.nio.file.Path;
import java.time.ZoneId;
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
 */
@ConfigurationProperties("mendak")
public record Settings(String data, boolean demo, Path demoFolder, ZoneId zone, DataSize reserve) {
    public Settings {
        reserve = reserve == null ? DataSize.ofMegabytes(64) : reserve;
        if (!data.startsWith("/") && !data.startsWith("./")) {
            throw new IllegalArgumentException("mendak.data is \"" + data + "\", must be absolute or begin with ./");
        }
    }

    /** The data folder. */
    public Path folder() {
        return Path.of(data);
    }
}
