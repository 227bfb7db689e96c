/** Others are told of what happens here: published, surging, closed; signed, again if they did not hear, and written down. */
package org.mendak.server.hooks;
