/** Steps that somebody on a case says are wrong, unclear or outdated; they reach the author and are answered. */
package org.mendak.server.cases.flags;
