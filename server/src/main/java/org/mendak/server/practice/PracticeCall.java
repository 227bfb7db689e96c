package org.mendak.server.practice;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendak.server.platform.OrNull;

/**
 * Somebody rings about a device, who is at the other end.
 *
 * @param says what they say at first, in their own words
 * @param readOut whether they were asked to read out what stands there; until then neither screen nor log is known
 * @param number the practice case that was opened; null until then
 * @param answers what they were asked since, and answered, the oldest first
 */
record PracticeCall(String says, boolean readOut, @OrNull Long number, List<Answer> answers) {

    /** As many answers as are kept. */
    private static final int MOST_ANSWERS = 40;

    PracticeCall {
        answers = List.copyOf(answers);
    }

    /**
     * An answer.
     *
     * @param fact what was asked for
     * @param answer null if they cannot say
     */
    record Answer(String fact, @OrNull String answer) {}

    /** One of whom nothing is known but what is said at first. */
    static PracticeCall ringing(String says, Long number) {
        return new PracticeCall(says, false, number, List.of());
    }

    PracticeCall withReadOut() {
        return new PracticeCall(says, true, number, answers);
    }

    PracticeCall withNumber(long opened) {
        return new PracticeCall(says, readOut, opened, answers);
    }

    /** Who is asked again answers as it is now. */
    PracticeCall withAnswer(String fact, Optional<String> answer) {
        List<Answer> all = new ArrayList<>(answers);
        all.removeIf(a -> a.fact().equals(fact));
        all.add(new Answer(fact, answer.orElse(null)));
        return new PracticeCall(says, readOut, number, all.subList(Math.max(0, all.size() - MOST_ANSWERS), all.size()));
    }

    boolean isOf(long practiceCase) {
        return number != null && number == practiceCase;
    }
}
