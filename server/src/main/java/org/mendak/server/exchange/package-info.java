/**
 * The library as a zip of documents and cases as CSV, in and out. {@code LibraryArchive} reads zips with suspicion; {@link
 * org.mendak.server.exchange.CaseCsv} is the format of cases.
 */
package org.mendak.server.exchange;
