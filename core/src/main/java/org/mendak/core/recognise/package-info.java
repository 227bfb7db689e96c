/**
 * From a text to known errors, with reasons and captured values. Start at {@link org.mendak.core.recognise.Recogniser}: behind it a
 * text is judged from clues, what was read of them to the letter, what else is known, and the desk's own words.
 *
 * <p>No author's or user's text ever becomes a regular expression, and every loop over input is bounded by a work budget.
 *
 * <p>Rooms below, each knowing only those before it: {@code words} (words of texts and of everyday speech), {@code codes} (as they
 * are written and said), {@code exact} (messages to the letter), {@code match} (signatures met in a text, and what that looks like in
 * numbers), {@code scan} (whole logs).
 *
 * <pre>{@code
 * Recogniser r = Recogniser.of(knownErrors);
 * Recognition found = r.recognise(new Recogniser.Query("update ended with PD-4012", null, null, null));
 * found.candidates().get(0).captures();
 * }</pre>
 */
package org.mendak.core.recognise;
