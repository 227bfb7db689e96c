/** Messages matched to the letter, with the values of their placeholders, in bounded steps. */
package org.mendak.core.recognise.exact;
