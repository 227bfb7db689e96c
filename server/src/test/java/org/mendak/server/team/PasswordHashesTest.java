package org.mendak.server.team;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.SettingsFrom;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;

/** All of a password counts, what was hashed before holds on, and with a pepper the file alone is not enough. */
class PasswordHashesTest {

    private static final String PEPPER = "sixteen or more of them";

    private static Settings settings(String pepper) {
        return SettingsFrom.of("pepper", pepper);
    }

    private static PasswordHashes with(String pepper) {
        return new PasswordHashes(settings(pepper));
    }

    @Test
    void allOfALongPasswordIsRead() {
        PasswordHashes hashes = with("");
        String begin = "x".repeat(100);
        String hash = hashes.encode(begin + "a");
        assertThat(hashes.matches(begin + "a", hash)).isTrue();
        assertThat(hashes.matches(begin + "b", hash)).isFalse();
        assertThat(hashes.matches("ærlig talt, 密码 og 🔑🔑🔑", hashes.encode("ærlig talt, 密码 og 🔑🔑🔑")))
                .isTrue();
        assertThat(hashes.encode("the same")).isNotEqualTo(hashes.encode("the same"));
    }

    @Test
    void whatWasHashedBeforeHoldsAndIsToBeHashedAnew() {
        String before = new BCryptPasswordEncoder(4).encode("of the years before");
        for (String pepper : new String[] {"", PEPPER}) {
            PasswordHashes hashes = with(pepper);
            assertThat(hashes.matches("of the years before", before)).isTrue();
            assertThat(hashes.matches("of the years behind", before)).isFalse();
            assertThat(hashes.matches("y".repeat(80), before)).isFalse();
            assertThat(hashes.upgradeEncoding(before)).isTrue();
            assertThat(hashes.upgradeEncoding(hashes.encode("anything"))).isFalse();
        }
    }

    @Test
    void withAPepperTheHashAloneTellsNothingOfThePassword() {
        String peppered = with(PEPPER).encode("a-long-password");
        assertThat(with(PEPPER).matches("a-long-password", peppered)).isTrue();
        assertThat(with("another one, as long").matches("a-long-password", peppered))
                .isFalse();
        assertThat(with("").matches("a-long-password", peppered))
                .as("the pepper is gone")
                .isFalse();
        // and one that was made without it still holds, until the next sign-in
        String plain = with("").encode("a-long-password");
        assertThat(with(PEPPER).matches("a-long-password", plain)).isTrue();
        assertThat(with(PEPPER).upgradeEncoding(plain)).isTrue();
        assertThat(with("").upgradeEncoding(peppered)).isTrue();
    }

    @Test
    void aShortPepperIsRefusedWithoutBeingSaid() {
        assertThatThrownBy(() -> settings("short one"))
                .hasMessageContaining("mendak.pepper")
                .hasMessageNotContaining("short one");
        assertThat(settings(PEPPER).toString()).doesNotContain(PEPPER);
    }
}
