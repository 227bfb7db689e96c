package org.mendak.server.team;

import org.mendak.server.platform.Role;

/** Somebody who may sign in; {@code active} is false for those who left. */
public record Person(long id, String login, String name, Role role, boolean active) {}
