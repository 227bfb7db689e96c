/** What of the library wants looking after: stale, failing, unused, contradicting, flagged, left behind; who looks after it, and until when. */
package org.mendak.server.upkeep;
