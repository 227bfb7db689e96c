package org.mendak.server.platform;

import java.util.Map;
import org.springframework.http.HttpStatus;

/** A call that cannot be answered, with the status and the words for it. Mapped to problem details in one place. */
public final class Refusal extends RuntimeException {

    private static final long serialVersionUID = 1L;
    private final HttpStatus status;
    private final transient Map<String, Object> more;

    private Refusal(HttpStatus status, String detail, Map<String, Object> more) {
        super(detail, null, false, false);
        this.status = status;
        this.more = more;
    }

    /** What was asked for does not exist, or not for this caller. */
    public static Refusal notFound(String what) {
        return new Refusal(HttpStatus.NOT_FOUND, what, Map.of());
    }

    /** The call cannot be understood. */
    public static Refusal badRequest(String why) {
        return new Refusal(HttpStatus.BAD_REQUEST, why, Map.of());
    }

    /** The call is understood and its contents are wrong; nothing was stored. */
    public static Refusal invalid(String why) {
        return new Refusal(HttpStatus.UNPROCESSABLE_CONTENT, why, Map.of());
    }

    /** The same with more members in the problem details. */
    public static Refusal invalid(String why, Map<String, Object> more) {
        return new Refusal(HttpStatus.UNPROCESSABLE_CONTENT, why, more);
    }

    /** The state of things does not allow it now. */
    public static Refusal conflict(String why) {
        return new Refusal(HttpStatus.CONFLICT, why, Map.of());
    }

    /** The same with more members in the problem details. */
    public static Refusal conflict(String why, Map<String, Object> more) {
        return new Refusal(HttpStatus.CONFLICT, why, more);
    }

    /** The caller's role or token does not allow it. */
    public static Refusal forbidden(String why) {
        return new Refusal(HttpStatus.FORBIDDEN, why, Map.of());
    }

    /** Nobody is signed in. */
    public static Refusal unauthorized(String why) {
        return new Refusal(HttpStatus.UNAUTHORIZED, why, Map.of());
    }

    /** A limit of {@link Limits} was passed. */
    public static Refusal tooLarge(String why) {
        return new Refusal(HttpStatus.CONTENT_TOO_LARGE, why, Map.of());
    }

    /** What was sent took too long to come. */
    public static Refusal tooSlow(String why) {
        return new Refusal(HttpStatus.REQUEST_TIMEOUT, why, Map.of());
    }

    /** Too many tries; {@code seconds} until the next one may succeed. */
    public static Refusal tooMany(String why, long seconds) {
        return new Refusal(HttpStatus.TOO_MANY_REQUESTS, why, Map.of("retryAfterSeconds", seconds));
    }

    /** The call must say which revision it changes. */
    public static Refusal preconditionRequired(String why) {
        return new Refusal(HttpStatus.PRECONDITION_REQUIRED, why, Map.of());
    }

    /** Somebody else changed it first. */
    public static Refusal preconditionFailed(String why, Map<String, Object> more) {
        return new Refusal(HttpStatus.PRECONDITION_FAILED, why, more);
    }

    /** It cannot be done for a while, whoever asks. */
    public static Refusal unavailable(String why) {
        return new Refusal(HttpStatus.SERVICE_UNAVAILABLE, why, Map.of());
    }

    /** The same with more members in the problem details. */
    public static Refusal unavailable(String why, Map<String, Object> more) {
        return new Refusal(HttpStatus.SERVICE_UNAVAILABLE, why, more);
    }

    /** Its status over HTTP. */
    public HttpStatus status() {
        return status;
    }

    Map<String, Object> more() {
        return more;
    }
}
