package org.mendak.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Refuses addresses and queries that cannot be decoded, or whose parameters have names that none has, before anybody stumbles over them.
 * Source: RFC 3986, 2.1 Percent-Encoding; UTF-8 as in RFC 3629, which has no lone surrogates.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 5)
class QueryFilter extends OncePerRequestFilter {

    private static final int LONGEST_NAME = 200;

    @Override
    protected void doFilterInternal(HttpServletRequest q, HttpServletResponse r, FilterChain chain)
            throws ServletException, IOException {
        String why = wrong(q);
        if (why.isEmpty()) {
            chain.doFilter(q, r);
        } else {
            SecurityConfig.problem(r, HttpStatus.BAD_REQUEST, why + " Nothing was changed.");
        }
    }

    private static String wrong(HttpServletRequest q) {
        if (decoded(q.getRequestURI()) == null) {
            return "The address cannot be decoded.";
        }
        if (q.getQueryString() == null) {
            return "";
        }
        for (String parameter : q.getQueryString().split("&")) {
            int equals = parameter.indexOf('=');
            String name = decoded(equals < 0 ? parameter : parameter.substring(0, equals));
            String value = decoded(equals < 0 ? "" : parameter.substring(equals + 1));
            if (name == null || value == null) {
                return "The query cannot be decoded.";
            }
            if (name.length() > LONGEST_NAME || name.chars().anyMatch(Character::isISOControl)) {
                return "The query has a parameter that cannot be.";
            }
        }
        return "";
    }

    /** The text that is meant; null if there is none. */
    private static String decoded(String encoded) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(encoded.length());
        for (int i = 0; i < encoded.length(); i++) {
            char c = encoded.charAt(i);
            if (c != '%') {
                bytes.write(c);
                continue;
            }
            int high = i + 2 < encoded.length() ? Character.digit(encoded.charAt(i + 1), 16) : -1;
            int low = i + 2 < encoded.length() ? Character.digit(encoded.charAt(i + 2), 16) : -1;
            if (high < 0 || low < 0) {
                return null;
            }
            bytes.write(high * 16 + low);
            i += 2;
        }
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes.toByteArray()))
                    .toString();
        } catch (CharacterCodingException e) {
            return null;
        }
    }
}
