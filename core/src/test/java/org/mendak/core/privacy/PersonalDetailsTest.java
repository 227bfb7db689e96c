package org.mendak.core.privacy;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What must not leave the desk with a text. */
class PersonalDetailsTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "cannot read /home/tkeel/till.cfg | cannot read /home/[user]/till.cfg",
                "D:\\Users\\t.keel\\roster.db is locked | D:\\Users\\[user]\\roster.db is locked",
                "user: tkeel, pier 3 | user: [user], pier 3",
                "USER=tkeel HOME=/home/tkeel | USER=[user] HOME=/home/[user]",
                "logged in as t.keel | logged in as [user]",
                "serial number: SKL-00417-B | serial number: [serial]",
                "S/N 00417223 | S/N [serial]",
                "C:\\Users\\Mora Skell\\till.cfg is locked | C:\\Users\\[user]\\till.cfg is locked",
                "profile C:\\Users\\Mora Skell | profile C:\\Users\\[user]",
                "/home/mora is full | /home/[user] is full",
                "user: Mora Skell, pier 3 | user: [user], pier 3",
                "signed in as: Mora van Skell at pier 3 | signed in as: [user] van Skell at pier 3",
                "Serial No: SK 4471 99B of the till | Serial No: [serial] of the till",
                "S/N: 0417 2231 | S/N: [serial]"
            })
    void namesAndSerialsAreMasked(String text, String masked) {
        assertThat(PersonalDetails.mask(text, Set.of())).isEqualTo(masked);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "the user cannot start it",
                "no account left",
                "error in serial line",
                "user interface gone",
                "home/stage is full"
            })
    void ordinaryWordsStay(String text) {
        assertThat(PersonalDetails.mask(text, Set.of())).isEqualTo(text);
    }

    @Test
    void knownNamesAreMaskedAsWholeWords() {
        assertThat(PersonalDetails.mask("Tam Keel and tam keel, not Tam Keeler", Set.of("Tam Keel")))
                .isEqualTo("[user] and [user], not Tam Keeler");
        assertThat(PersonalDetails.mask("an answer", Set.of("an"))).isEqualTo("an answer");
    }
}
