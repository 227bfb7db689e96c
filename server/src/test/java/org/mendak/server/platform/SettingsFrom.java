package org.mendak.server.platform;

import java.util.HashMap;
import java.util.Map;
import org.springframework.boot.context.properties.bind.BindException;
import org.springframework.boot.context.properties.bind.Binder;
import org.springframework.boot.context.properties.source.MapConfigurationPropertySource;
import org.springframework.core.NestedExceptionUtils;

/** Settings as Boot binds them, of which a test says only what it is about. */
public final class SettingsFrom {

    private SettingsFrom() {}

    /** @param said names without "mendak." and their values, one after the other */
    public static Settings of(String... said) {
        Map<String, String> all = new HashMap<>(Map.of("mendak.data", "./nowhere", "mendak.backups-kept", "1"));
        for (int i = 0; i < said.length; i += 2) {
            all.put("mendak." + said[i], said[i + 1]);
        }
        try {
            return new Binder(new MapConfigurationPropertySource(all))
                    .bind("mendak", Settings.class)
                    .get();
        } catch (BindException e) {
            throw NestedExceptionUtils.getRootCause(e) instanceof IllegalArgumentException refused ? refused : e;
        }
    }
}
