/** What a desk has written down already is brought in: how-tos become drafts beside their source. */
package org.mendak.server.howto;
