/**
 * People, their sign-ins and tokens. {@link org.mendak.server.team.TeamService} holds the rules; {@code TeamStore} the SQL.
 */
package org.mendak.server.team;
