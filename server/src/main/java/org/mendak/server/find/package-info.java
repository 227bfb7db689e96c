/**
 * Finding anything by words: known errors, fixes, their steps, cases. {@link org.mendak.server.find.FindIndex} is the one to open first.
 *
 * <pre>{@code
 * try (FindIndex index = FindIndex.in(new ByteBuffersDirectory())) {
 *     index.put(List.of(new Entry("fixes/wake-it", Kind.FIX, "Wake the winch", "", "winchctl wake", List.of(), "", "", 0)));
 *     index.refresh();
 *     index.find(Asked.of("wnich"), 0, 10).hits(); // the fix, though a letter stands at the wrong place
 * }
 * }</pre>
 *
 * <p>The words are kept by Apache Lucene: looking words up is no part of what Mendak itself is about. What counts as a word, what is
 * forgiven and what stands first is said here.
 */
package org.mendak.server.find;
