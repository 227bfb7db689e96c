/** The terminal's commands: they find the running server through {@code LocalDoor}'s file and talk HTTP to it. */
package org.mendak.server.command;
