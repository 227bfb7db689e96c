package org.mendak.server.platform;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import org.springframework.boot.security.autoconfigure.actuate.web.servlet.EndpointRequest;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.csrf.CsrfException;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.security.web.csrf.CsrfTokenRequestAttributeHandler;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter;
import org.springframework.web.filter.OncePerRequestFilter;

/** Two ways in: browsers with a session and CSRF, programs with a bearer token and nothing else. */
@Configuration
class SecurityConfig {

    private static final String POLICY = "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:;"
            + " frame-ancestors 'none'; base-uri 'self'; form-action 'self'; object-src 'none'";

    /** What strangers may ask for, by decoded path; {@link HandlerGuard} holds the same at the methods. */
    private static final String[] OPEN = {
        "/index.html",
        "/assets/**",
        "/favicon.svg",
        "/api/session",
        "/api/session/away",
        "/api/session/back",
        "/api/welcome/*",
        "/api/shown/*",
        "/api/shown/*/pictures",
        "/show",
        "/show/*",
        "/line/*",
        "/error"
    };

    private static final String[] API_DOCUMENT = {"/v3/api-docs/**"};
    private static final String[] NOTHING = {"/nothing-is-here"};

    /** Programs: no session, no cookies, no CSRF. */
    @Bean
    @Order(1)
    SecurityFilterChain programs(HttpSecurity http, Identities identities, Settings settings, RefusedCalls calls)
            throws Exception {
        http.securityMatcher(r -> r.getHeader(HttpHeaders.AUTHORIZATION) != null)
                .csrf(c -> c.disable())
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .addFilterBefore(new BearerFilter(identities, calls), AuthorizationFilter.class);
        return common(http, settings, calls).build();
    }

    @Bean
    @Order(2)
    SecurityFilterChain browsers(HttpSecurity http, Settings settings, RefusedCalls calls) throws Exception {
        http.csrf(c -> c.csrfTokenRepository(new SessionTokens())
                .csrfTokenRequestHandler(new HeaderToken())
                // the code in the address is all that counts there, whoever is signed in beside it
                .ignoringRequestMatchers("/api/shown/**", "/show/*"));
        return common(http, settings, calls).build();
    }

    private static HttpSecurity common(HttpSecurity http, Settings settings, RefusedCalls calls) throws Exception {
        return http.authorizeHttpRequests(a -> a
                        // the end of a call that was let in already, such as of a live stream whose session has ended
                        // meanwhile
                        .dispatcherTypeMatchers(DispatcherType.ASYNC)
                        .permitAll()
                        .requestMatchers(OPEN)
                        .permitAll()
                        .requestMatchers(settings.apiDocument() ? API_DOCUMENT : NOTHING)
                        .permitAll()
                        .requestMatchers(HttpMethod.GET, WebConfig.PAGES)
                        .permitAll()
                        .requestMatchers(EndpointRequest.to("health"))
                        .permitAll()
                        .requestMatchers(EndpointRequest.toAnyEndpoint())
                        .access((who, at) -> new AuthorizationDecision(mayWatch(who.get())))
                        .anyRequest()
                        .authenticated())
                .requestCache(c -> c.disable())
                .formLogin(f -> f.disable())
                .httpBasic(b -> b.disable())
                .logout(l -> l.disable())
                .headers(h -> h.contentSecurityPolicy(p -> p.policyDirectives(POLICY))
                        .referrerPolicy(p -> p.policy(ReferrerPolicyHeaderWriter.ReferrerPolicy.NO_REFERRER)))
                .exceptionHandling(e -> e.authenticationEntryPoint((q, r, x) -> {
                            if (PageOrProblem.isForPerson(q)) {
                                PageOrProblem.page(r, HttpStatus.UNAUTHORIZED);
                            } else {
                                problem(r, HttpStatus.UNAUTHORIZED, signInFirst(q));
                            }
                        })
                        .accessDeniedHandler((q, r, x) -> {
                            calls.forbidden(q);
                            problem(
                                    r,
                                    HttpStatus.FORBIDDEN,
                                    x instanceof CsrfException
                                            ? "The page's token is missing or old. Nothing was changed; load the page again and repeat it."
                                            : "What is measured is for leads.");
                        }));
    }

    /** What is measured is for leads, and for programs that hold a token of theirs for it. */
    private static boolean mayWatch(Authentication who) {
        return who != null
                && who.getPrincipal() instanceof Caller c
                && c.role() == Role.LEAD
                && c.scopes().contains(Scope.ADMIN);
    }

    /** Who was signed in and is not any more: after a time, a restart, a new password, or because somebody ended it. */
    private static String signInFirst(HttpServletRequest q) {
        return q.getRequestedSessionId() != null && !q.isRequestedSessionIdValid()
                ? "This sign-in has ended. Please sign in again."
                : "Please sign in first.";
    }

    static void problem(HttpServletResponse response, HttpStatus status, String detail) throws IOException {
        response.setStatus(status.value());
        response.setContentType("application/problem+json");
        response.getWriter()
                .write("{\"type\":\"about:blank\",\"title\":\"" + status.getReasonPhrase() + "\",\"status\":"
                        + status.value() + ",\"detail\":\"" + detail + "\"}");
    }

    /** The token comes in its header alone: looking for it among parameters would read the body of somebody who may be a stranger. */
    static final class HeaderToken extends CsrfTokenRequestAttributeHandler {
        @Override
        public String resolveCsrfTokenValue(HttpServletRequest request, CsrfToken token) {
            return request.getHeader(token.getHeaderName());
        }
    }

    /** Reads {@code Authorization: Bearer}. */
    static final class BearerFilter extends OncePerRequestFilter {
        private final Identities identities;
        private final RefusedCalls calls;

        BearerFilter(Identities identities, RefusedCalls calls) {
            this.identities = identities;
            this.calls = calls;
        }

        @Override
        protected void doFilterInternal(HttpServletRequest q, HttpServletResponse r, FilterChain chain)
                throws ServletException, IOException {
            String header = q.getHeader(HttpHeaders.AUTHORIZATION);
            var caller = header.startsWith("Bearer ")
                    ? identities.byToken(header.substring(7).strip())
                    : java.util.Optional.<Caller>empty();
            if (caller.isEmpty()) {
                calls.unknownToken();
                r.setHeader(HttpHeaders.WWW_AUTHENTICATE, "Bearer");
                problem(r, HttpStatus.UNAUTHORIZED, "This token is not known, or was revoked.");
                return;
            }
            SecurityContextHolder.getContext()
                    .setAuthentication(new UsernamePasswordAuthenticationToken(caller.get(), null, List.of()));
            chain.doFilter(q, r);
        }
    }
}
