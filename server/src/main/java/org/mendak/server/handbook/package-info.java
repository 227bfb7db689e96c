/** The published library as one HTML file that needs nothing else: from a stick, on paper and on a phone, search included. */
package org.mendak.server.handbook;
