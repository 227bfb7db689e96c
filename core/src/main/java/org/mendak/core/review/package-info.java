/**
 * Problems that only show when a document is read as a whole, or beside the library. Start at {@link
 * org.mendak.core.review.Reviewer}.
 *
 * <p>What the parser can see in one place it reports itself; here stand the rules about what belongs together: a sample that
 * its own message does not match, a value that nobody captures, a link to a fix that does not exist.
 */
package org.mendak.core.review;
