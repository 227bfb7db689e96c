package org.mendak.server.account;

import java.net.URI;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Signing in with the account that everybody has; bad settings stop the start.
 *
 * @param issuer the provider's issuer, as its tokens name it; empty if there is none, and then all else counts for nothing
 * @param clientId under which the desk is registered there
 * @param clientSecret of a confidential client; empty for one that has PKCE alone
 * @param name what the button calls the account
 * @param scopes what is asked for beside {@code openid}
 * @param roleClaim the claim that says the role, a text or a list; dots lead into objects
 * @param leads values of that claim that make a lead; and {@code authors} and {@code agents}. The highest role counts
 * @param secondFactors values of the claim {@code amr} by which the provider says that it asked for a second factor
 */
@ConfigurationProperties("mendak.account")
record AccountSettings(
        @DefaultValue("") String issuer,
        @DefaultValue("") String clientId,
        @DefaultValue("") String clientSecret,
        @DefaultValue("your account") String name,
        @DefaultValue({"profile", "email"}) List<String> scopes,
        @DefaultValue("roles") String roleClaim,
        @DefaultValue("mendak-lead") List<String> leads,
        @DefaultValue("mendak-author") List<String> authors,
        @DefaultValue("mendak-agent") List<String> agents,
        @DefaultValue({"mfa", "otp", "hwk", "fpt", "face"}) List<String> secondFactors) {

    AccountSettings {
        scopes = List.copyOf(scopes);
        leads = List.copyOf(leads);
        authors = List.copyOf(authors);
        agents = List.copyOf(agents);
        secondFactors = List.copyOf(secondFactors);
        if (!issuer.isEmpty()) {
            encrypted(issuer);
            if (clientId.isBlank()) {
                throw new IllegalArgumentException(
                        "mendak.account.client-id is empty, must be set beside mendak.account.issuer");
            }
            if (name.isBlank() || name.length() > 40) {
                throw new IllegalArgumentException(
                        "mendak.account.name is \"" + name + "\", must have 1 to 40 characters");
            }
        }
    }

    /** What comes over the line decides who is let in. */
    private static void encrypted(String issuer) {
        URI uri = URI.create(issuer);
        String host = uri.getHost() == null ? "" : uri.getHost();
        boolean here = host.equals("127.0.0.1") || host.equals("localhost") || host.equals("[::1]");
        if (!"https".equals(uri.getScheme()) && !("http".equals(uri.getScheme()) && here)) {
            throw new IllegalArgumentException("mendak.account.issuer is \"" + issuer
                    + "\", must begin with https://, or with http:// on this machine");
        }
    }

    boolean isSet() {
        return !issuer.isEmpty();
    }
}
