/** What the desk meets and the library does not cover, and what the desk's own records say against the library. */
package org.mendak.server.gaps;
