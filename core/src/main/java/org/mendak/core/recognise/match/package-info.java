/** Signatures of known errors, indexed ({@code Segment}), found in a text ({@code Finder}), laid along it, and compared in numbers
 * that are weighed ({@code Weights}). */
package org.mendak.core.recognise.match;
