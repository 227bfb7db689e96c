/**
 * The account that people have elsewhere: OpenID Connect Core 1.0, code flow with PKCE (RFC 7636), by Spring Security's own client.
 * {@link org.mendak.server.account.Accounts} is the door; who somebody is at this desk is the team's business. Nothing of it is there unless
 * {@code mendak.account.issuer} is set.
 */
package org.mendak.server.account;
