/** What was published and what surges, as an Atom feed (RFC 4287). */
package org.mendak.server.feed;
