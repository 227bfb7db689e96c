package org.mendak.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookParser;

class OppositesTest {

    private static Fix fix(String key, String head, String command, String behind) {
        return RunbookParser.parse(
                        DocumentKind.FIX,
                        key,
                        "---\nfix: " + key + "\ntitle: \"" + key + "\"\nminutes: 2\n" + head
                                + "---\nWhy.\n\n## Do it\n```sh\n" + command + "\n```\n" + behind)
                .fix();
    }

    private static List<String> pairs(Fix... fixes) {
        StringBuilder tries = new StringBuilder();
        Map<String, Fix> byKey = new HashMap<>();
        for (Fix f : fixes) {
            tries.append("1. [")
                    .append(f.title())
                    .append("](../fixes/")
                    .append(f.key())
                    .append(".md)\n");
            byKey.put(f.key(), f);
        }
        KnownError e = RunbookParser.parse(
                        DocumentKind.ERROR,
                        "e",
                        "---\nerror: e\ntitle: \"E\"\n---\n## Recognise\n- Code: `TW-1`\n\n## Try\n" + tries)
                .error();
        assertThat(e.tries()).hasSize(fixes.length);
        return Opposites.within(e, byKey).stream()
                .map(p -> p.first().key() + " " + p.second().key() + " " + p.by() + " " + p.what())
                .toList();
    }

    @Test
    void whatOneHeadSaysOfTheOtherIsEnough() {
        assertThat(pairs(fix("on", "", "a", ""), fix("off", "opposite-of: [on]\n", "b", "")))
                .containsExactly("on off SAID ");
    }

    @Test
    void statesThatDifferAreOpposites() {
        assertThat(pairs(
                        fix("shut", "leaves: [\"lock = closed\"]\n", "a", ""),
                        fix("open", "leaves: [\"lock = open\"]\n", "b", ""),
                        fix("other", "leaves: [\"lock = closed\", \"door = open\"]\n", "c", "")))
                .containsExactly(
                        "shut open STATES lock = closed, lock = open", "open other STATES lock = open, lock = closed");
    }

    @Test
    void whatIsUndoneOnlyAfterFailureIsMeantToLast() {
        Fix on = fix("on", "", "dimctl set {a}", "- After failure: off again `dimctl clear`\n");
        assertThat(pairs(on, fix("off", "", "dimctl  clear", ""))).containsExactly("on off PUT_BACK dimctl clear");
        assertThat(pairs(fix("off", "", "dimctl clear", ""), on)).containsExactly("off on PUT_BACK dimctl clear");
    }

    @Test
    void whatIsChangedForTheMomentContradictsNobodyUnlessTheOtherDoesLikewise() {
        Fix stop = fix("stop", "", "svc stop x", "- Put back: start it `svc start x`\n");
        assertThat(pairs(stop, fix("start", "", "svc start x", ""))).isEmpty();
        assertThat(pairs(stop, fix("again", "", "svc stop x\nsvc start x", ""))).isEmpty();
        assertThat(pairs(stop, fix("start", "", "svc start x", "- Put back: stop it `svc stop x`\n")))
                .containsExactly("stop start PUT_BACK svc start x");
    }
}
