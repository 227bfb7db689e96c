/** Known errors in whole logs, in one pass and bounded memory; the front door is {@code LogScan}. */
package org.mendak.core.recognise.scan;
