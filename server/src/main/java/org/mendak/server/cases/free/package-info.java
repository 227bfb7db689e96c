/** What was done off the script. */
package org.mendak.server.cases.free;
