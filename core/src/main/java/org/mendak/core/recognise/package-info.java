/**
 * From a pasted text to known errors, with reasons and captured values. Start at {@link
 * org.mendak.core.recognise.Recogniser}.
 *
 * <p>Codes are read in any notation and looked up; messages are matched exactly whatever the case, white space, wrapping and
 * log prefixes, else by their words in order. No author's or user's text ever becomes a regular expression, and every loop
 * over input is bounded by a work budget.
 *
 * <pre>{@code
 * Recogniser r = Recogniser.of(knownErrors);
 * Recognition found = r.recognise(new Recogniser.Query("update ended with PD-4012", null, null, null));
 * found.candidates().get(0).captures();
 * }</pre>
 */
package org.mendak.core.recognise;
