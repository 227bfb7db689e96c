package org.mendak.server.account;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.annotation.PreDestroy;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Semaphore;
import org.mendak.server.account.AccountRefused.Why;
import org.mendak.server.custody.DeskIdentity;
import org.mendak.server.platform.Awaited;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Sparingly;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.oauth2.client.authentication.OAuth2LoginAuthenticationToken;
import org.springframework.security.oauth2.core.OAuth2AuthenticationException;
import org.springframework.security.oauth2.core.OAuth2AuthorizationException;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationExchange;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationRequest;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationResponse;
import org.springframework.security.oauth2.core.endpoint.OAuth2ParameterNames;
import org.springframework.security.oauth2.core.endpoint.PkceParameterNames;
import org.springframework.security.oauth2.core.oidc.endpoint.OidcParameterNames;
import org.springframework.security.oauth2.core.oidc.user.OidcUser;
import org.springframework.stereotype.Service;
import org.springframework.web.client.RestClientException;
import org.springframework.web.util.UriComponentsBuilder;

/**
 * Sends people to the provider of their accounts and reads what they bring back. Nothing is remembered of who went; how many come back at one time
 * is bounded, and so is how long the provider may take.
 */
@Service
public class Accounts {

    /** How long somebody may take there. */
    public static final Duration LONGEST_TRIP = Duration.ofMinutes(10);

    private static final Logger LOG = LoggerFactory.getLogger(Accounts.class);
    private static final Duration PATIENCE = Duration.ofSeconds(6);
    private static final int AT_ONCE = 16;
    private static final int MOST_REMEMBERED = 20_000;
    private static final int LONGEST_VALUE = 4_096;
    private static final String SEAL = "account|";

    private final AccountSettings settings;
    private final DeskIdentity desk;
    private final Clock clock;
    private final RoleClaim roles;
    private final ExecutorService executor = Beside.one("account");
    private final Semaphore places = new Semaphore(AT_ONCE);
    /** What was come back with, so that nobody does so twice. */
    private final Cache<String, Boolean> over = Caffeine.newBuilder()
            .maximumSize(MOST_REMEMBERED)
            .expireAfterWrite(LONGEST_TRIP)
            .build();

    private final Sparingly sparingly = new Sparingly();
    private CompletableFuture<Provider> provider;

    Accounts(AccountSettings settings, DeskIdentity desk, Clock clock) {
        this.settings = settings;
        this.desk = desk;
        this.clock = clock;
        this.roles = new RoleClaim(settings);
    }

    @PreDestroy
    void stop() {
        executor.shutdown();
    }

    /** What the account is called where one signs in with it; empty if there is none. */
    public Optional<String> name() {
        return settings.isSet() ? Optional.of(settings.name()) : Optional.empty();
    }

    /**
     * Somebody's way out.
     *
     * @param address of the provider's page
     * @param kept what the browser must bring back, sealed; about 500 bytes
     */
    public record Away(String address, String kept) {}

    /**
     * Sends somebody to the provider.
     *
     * @param carried one line that comes back with them, of at most 400 characters
     * @param anew whether they are to say there who they are, even if they are signed in
     * @throws Refusal 404 without a provider, 503 while it does not answer
     */
    public Away away(HttpServletRequest q, String carried, boolean anew) {
        if (!settings.isSet()) {
            throw Refusal.notFound("Nobody signs in with an account here.");
        }
        Provider p;
        try {
            p = provider();
        } catch (AccountRefused silent) {
            throw Refusal.unavailable(
                    "The service of the accounts does not answer. Try again, or sign in with a password.");
        }
        OAuth2AuthorizationRequest asked =
                p.asking().resolve(q, p.registration().getRegistrationId());
        Trip trip = new Trip(
                clock.instant().plus(LONGEST_TRIP).getEpochSecond(),
                asked.getState(),
                asked.getAttribute(OidcParameterNames.NONCE),
                asked.getAttribute(PkceParameterNames.CODE_VERIFIER),
                asked.getRedirectUri(),
                carried);
        String packed = trip.packed();
        String address = asked.getAuthorizationRequestUri() + (anew ? "&prompt=login" : "");
        return new Away(address, packed + "." + desk.seal(SEAL + packed));
    }

    /** Whom somebody came back as, and what they carried. */
    public record Back(Account account, String carried) {}

    /**
     * Reads what somebody came back with; once.
     *
     * @param kept what {@link #away} gave the browser; empty if it brings nothing
     */
    public Back back(HttpServletRequest q, String kept) {
        if (!settings.isSet()) {
            throw Refusal.notFound("Nobody signs in with an account here.");
        }
        Trip trip = trip(kept);
        if (!trip.state().equals(q.getParameter(OAuth2ParameterNames.STATE))
                || over.asMap().put(trip.state(), true) != null) {
            throw new AccountRefused(Why.LATE);
        }
        String code = q.getParameter(OAuth2ParameterNames.CODE);
        if (code == null || code.isEmpty() || code.length() > LONGEST_VALUE) {
            throw new AccountRefused(Why.DECLINED);
        }
        if (!places.tryAcquire()) {
            throw new AccountRefused(Why.SILENT);
        }
        try {
            return new Back(verified(provider(), trip, code, q.getParameter("iss")), trip.carried());
        } finally {
            places.release();
        }
    }

    private Trip trip(String kept) {
        int dot = kept.indexOf('.');
        if (dot < 1
                || kept.length() > LONGEST_VALUE
                || !desk.isSealed(SEAL + kept.substring(0, dot), kept.substring(dot + 1))) {
            throw new AccountRefused(Why.LATE);
        }
        return Trip.unpacked(kept.substring(0, dot))
                .filter(t -> Instant.ofEpochSecond(t.until()).isAfter(clock.instant()))
                .orElseThrow(() -> new AccountRefused(Why.LATE));
    }

    /** @param issuer what came back as "iss" (RFC 9207); null if nothing did */
    private Account verified(Provider p, Trip trip, String code, String issuer) {
        if (issuer != null && !issuer.equals(settings.issuer())) {
            throw new AccountRefused(Why.UNTRUE);
        }
        var r = p.registration();
        OAuth2AuthorizationRequest asked = OAuth2AuthorizationRequest.authorizationCode()
                .authorizationUri(r.getProviderDetails().getAuthorizationUri())
                .clientId(r.getClientId())
                .redirectUri(trip.redirect())
                .scopes(r.getScopes())
                .state(trip.state())
                .attributes(a -> {
                    a.put(OAuth2ParameterNames.REGISTRATION_ID, r.getRegistrationId());
                    a.put(OidcParameterNames.NONCE, trip.nonce());
                    a.put(PkceParameterNames.CODE_VERIFIER, trip.verifier());
                })
                .build();
        OAuth2AuthorizationResponse answered = OAuth2AuthorizationResponse.success(code)
                .state(trip.state())
                .redirectUri(trip.redirect())
                .build();
        try {
            var in = (OAuth2LoginAuthenticationToken) p.verifying()
                    .authenticate(
                            new OAuth2LoginAuthenticationToken(r, new OAuth2AuthorizationExchange(asked, answered)));
            return account((OidcUser) in.getPrincipal());
        } catch (OAuth2AuthenticationException e) {
            // the code says what was wrong and holds nothing of the person
            warn(
                    "what came back from the service of the accounts does not hold",
                    e.getError().getErrorCode());
            throw new AccountRefused(Why.UNTRUE, e);
        } catch (AuthenticationException | OAuth2AuthorizationException | IllegalStateException e) {
            warn(
                    "what came back from the service of the accounts could not be read",
                    e.getClass().getSimpleName());
            throw new AccountRefused(Why.UNTRUE, e);
        }
    }

    /** Strangers can bring this about as often as they like. */
    private void warn(String what, String why) {
        sparingly.next().ifPresent(others -> LOG.warn("{}: {}{}", what, why, Sparingly.others(others)));
    }

    private Account account(OidcUser u) {
        String key = settings.issuer() + " " + u.getSubject();
        if (key.length() > Account.LONGEST_KEY) {
            throw new AccountRefused(Why.UNTRUE);
        }
        return new Account(
                key,
                login(u),
                orEmpty(u.getFullName()).strip(),
                roles.of(u.getClaims()).orElse(null),
                asked(u),
                u.getIdToken().getTokenValue());
    }

    private boolean asked(OidcUser u) {
        List<String> how = u.getIdToken().getAuthenticationMethods();
        return how != null && how.stream().anyMatch(settings.secondFactors()::contains);
    }

    private static String login(OidcUser u) {
        String mail = orEmpty(u.getEmail());
        String called = orEmpty(u.getPreferredUsername());
        String said = called.isBlank() ? mail : called;
        int at = said.indexOf('@');
        return at > 0 ? said.substring(0, at) : said;
    }

    private static String orEmpty(String s) {
        return s == null ? "" : s;
    }

    /**
     * Where somebody's sign-in at the provider ends (OpenID Connect RP-Initiated Logout 1.0); empty if it does not say, or does not answer.
     *
     * @param back where they come out then
     */
    public Optional<String> farewell(String idToken, String back) {
        try {
            return Optional.ofNullable(provider().endSession())
                    .map(end -> UriComponentsBuilder.fromUriString(end)
                            .queryParam("id_token_hint", "{hint}")
                            .queryParam("client_id", "{client}")
                            .queryParam("post_logout_redirect_uri", "{back}")
                            .encode()
                            .buildAndExpand(idToken, settings.clientId(), back)
                            .toUriString());
        } catch (AccountRefused silent) {
            return Optional.empty();
        }
    }

    /** Asked once, by one; who comes while it is asked waits for the same answer. One that failed is asked for again by the next. */
    private Provider provider() {
        CompletableFuture<Provider> asked;
        synchronized (this) {
            if (provider == null || provider.isCompletedExceptionally()) {
                provider = CompletableFuture.supplyAsync(() -> Provider.discovered(settings, clock), executor);
            }
            asked = provider;
        }
        if (!asked.isDone() && !places.tryAcquire()) {
            throw new AccountRefused(Why.SILENT);
        }
        try {
            return Awaited.within(asked, PATIENCE).orElseThrow(() -> new AccountRefused(Why.SILENT));
        } catch (IllegalArgumentException | IllegalStateException | RestClientException e) {
            warn(
                    "the service of the accounts cannot be asked what it is",
                    e.getClass().getSimpleName());
            throw new AccountRefused(Why.SILENT, e);
        }
    }
}
