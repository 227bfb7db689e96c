package org.mendak.server.account;

import java.time.Clock;
import java.time.Duration;
import java.util.LinkedHashSet;
import java.util.Set;
import org.springframework.http.client.SimpleClientHttpRequestFactory;
import org.springframework.http.converter.FormHttpMessageConverter;
import org.springframework.security.oauth2.client.endpoint.RestClientAuthorizationCodeTokenResponseClient;
import org.springframework.security.oauth2.client.http.OAuth2ErrorResponseErrorHandler;
import org.springframework.security.oauth2.client.oidc.authentication.OidcAuthorizationCodeAuthenticationProvider;
import org.springframework.security.oauth2.client.oidc.authentication.OidcIdTokenDecoderFactory;
import org.springframework.security.oauth2.client.oidc.authentication.OidcIdTokenValidator;
import org.springframework.security.oauth2.client.oidc.userinfo.OidcUserService;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.registration.ClientRegistrations;
import org.springframework.security.oauth2.client.registration.InMemoryClientRegistrationRepository;
import org.springframework.security.oauth2.client.userinfo.DefaultOAuth2UserService;
import org.springframework.security.oauth2.client.web.DefaultOAuth2AuthorizationRequestResolver;
import org.springframework.security.oauth2.client.web.OAuth2AuthorizationRequestCustomizers;
import org.springframework.security.oauth2.core.ClientAuthenticationMethod;
import org.springframework.security.oauth2.core.DelegatingOAuth2TokenValidator;
import org.springframework.security.oauth2.core.converter.ClaimTypeConverter;
import org.springframework.security.oauth2.core.http.converter.OAuth2AccessTokenResponseHttpMessageConverter;
import org.springframework.security.oauth2.jose.jws.SignatureAlgorithm;
import org.springframework.security.oauth2.jwt.JwtDecoder;
import org.springframework.security.oauth2.jwt.JwtTimestampValidator;
import org.springframework.security.oauth2.jwt.NimbusJwtDecoder;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestTemplate;

/**
 * The provider as its metadata describe it, and Spring Security's client for it: who asks for what is decided there, and so is what a token must be
 * (OpenID Connect Core 1.0, 3.1.3.7).
 */
final class Provider {

    private static final Duration PATIENCE = Duration.ofSeconds(5);
    private static final String BACK = "{baseUrl}/api/session/back";

    /** What tokens may be signed with; nothing that is signed with a secret that both have, and nothing that is not signed. */
    private static final Set<SignatureAlgorithm> SIGNED_WITH = Set.of(
            SignatureAlgorithm.RS256,
            SignatureAlgorithm.RS384,
            SignatureAlgorithm.RS512,
            SignatureAlgorithm.PS256,
            SignatureAlgorithm.ES256,
            SignatureAlgorithm.ES384);

    private final ClientRegistration registration;
    private final DefaultOAuth2AuthorizationRequestResolver asking;
    private final OidcAuthorizationCodeAuthenticationProvider verifying;

    private Provider(ClientRegistration registration, Clock clock) {
        this.registration = registration;
        asking = new DefaultOAuth2AuthorizationRequestResolver(
                new InMemoryClientRegistrationRepository(registration), "/nowhere");
        asking.setAuthorizationRequestCustomizer(OAuth2AuthorizationRequestCustomizers.withPkce());
        verifying = verifying(registration, clock);
    }

    /** Asks the provider what it is; takes as long as that takes. */
    static Provider discovered(AccountSettings settings, Clock clock) {
        Set<String> scopes = new LinkedHashSet<>(settings.scopes());
        scopes.add("openid");
        ClientRegistration.Builder builder = ClientRegistrations.fromOidcIssuerLocation(settings.issuer())
                .registrationId("account")
                .clientId(settings.clientId())
                .scope(scopes)
                .redirectUri(BACK);
        if (settings.clientSecret().isEmpty()) {
            builder.clientAuthenticationMethod(ClientAuthenticationMethod.NONE);
        } else {
            builder.clientSecret(settings.clientSecret());
        }
        return new Provider(builder.build(), clock);
    }

    private static OidcAuthorizationCodeAuthenticationProvider verifying(ClientRegistration registration, Clock clock) {
        SimpleClientHttpRequestFactory patient = new SimpleClientHttpRequestFactory();
        patient.setConnectTimeout(PATIENCE);
        patient.setReadTimeout(PATIENCE);
        var tokens = new RestClientAuthorizationCodeTokenResponseClient();
        tokens.setRestClient(RestClient.builder()
                .requestFactory(patient)
                .configureMessageConverters(c -> c.addCustomConverter(new FormHttpMessageConverter())
                        .addCustomConverter(new OAuth2AccessTokenResponseHttpMessageConverter()))
                .defaultStatusHandler(new OAuth2ErrorResponseErrorHandler())
                .build());
        RestTemplate asks = new RestTemplate(patient);
        RestTemplate asksOfPeople = new RestTemplate(patient);
        asksOfPeople.setErrorHandler(new OAuth2ErrorResponseErrorHandler());
        DefaultOAuth2UserService claims = new DefaultOAuth2UserService();
        claims.setRestOperations(asksOfPeople);
        OidcUserService people = new OidcUserService();
        people.setOauth2UserService(claims);
        var provider = new OidcAuthorizationCodeAuthenticationProvider(tokens, people);
        JwtDecoder decoder = decoder(registration, clock, asks);
        provider.setJwtDecoderFactory(r -> decoder);
        return provider;
    }

    private static JwtDecoder decoder(ClientRegistration registration, Clock clock, RestTemplate asks) {
        NimbusJwtDecoder decoder = NimbusJwtDecoder.withJwkSetUri(
                        registration.getProviderDetails().getJwkSetUri())
                .restOperations(asks)
                .jwsAlgorithms(all -> all.addAll(SIGNED_WITH))
                .build();
        JwtTimestampValidator times = new JwtTimestampValidator();
        times.setClock(clock);
        OidcIdTokenValidator all = new OidcIdTokenValidator(registration);
        all.setClock(clock);
        decoder.setJwtValidator(new DelegatingOAuth2TokenValidator<>(times, all));
        decoder.setClaimSetConverter(
                new ClaimTypeConverter(OidcIdTokenDecoderFactory.createDefaultClaimTypeConverters()));
        return decoder;
    }

    ClientRegistration registration() {
        return registration;
    }

    DefaultOAuth2AuthorizationRequestResolver asking() {
        return asking;
    }

    OidcAuthorizationCodeAuthenticationProvider verifying() {
        return verifying;
    }

    /** Where somebody's sign-in at the provider ends; null if it does not say. */
    String endSession() {
        return registration.getProviderDetails().getConfigurationMetadata().get("end_session_endpoint")
                        instanceof String s
                ? s
                : null;
    }
}
