package org.mendak.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.ServletWebRequest;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import org.springframework.web.servlet.resource.NoResourceFoundException;

/** Maps what goes wrong to RFC 9457 problem details. The only place that does. */
@RestControllerAdvice
class ProblemAdvice extends ResponseEntityExceptionHandler {

    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    private final DeskState state;
    private final RefusedCalls calls;

    ProblemAdvice(DeskState state, RefusedCalls calls) {
        this.calls = calls;
        this.state = state;
    }

    @ExceptionHandler(Refusal.class)
    ResponseEntity<ProblemDetail> refused(Refusal r, HttpServletRequest request) {
        if (r.status() == HttpStatus.FORBIDDEN) {
            calls.forbidden(request);
        }
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(r.status(), r.getMessage());
        r.more().forEach(problem::setProperty);
        ResponseEntity.BodyBuilder answer = ResponseEntity.status(r.status());
        if (r.more().get("retryAfterSeconds") instanceof Long seconds) {
            answer.header(HttpHeaders.RETRY_AFTER, seconds.toString());
        }
        return answer.body(problem);
    }

    /** No handler and no file has this address. */
    @Override
    protected ResponseEntity<Object> handleNoResourceFoundException(
            NoResourceFoundException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ServletWebRequest web = (ServletWebRequest) request;
        try {
            PageOrProblem.answer(web.getRequest(), web.getResponse(), HttpStatus.NOT_FOUND);
        } catch (IOException gone) {
            LOG.debug("nobody waits for the answer any more", gone);
        }
        return null;
    }

    @ExceptionHandler(DbException.class)
    ResponseEntity<ProblemDetail> database(DbException e, HttpServletRequest request) {
        if (e.isDuplicate()) {
            return ResponseEntity.status(HttpStatus.CONFLICT)
                    .body(
                            ProblemDetail.forStatusAndDetail(
                                    HttpStatus.CONFLICT,
                                    "Somebody else stored the same at the same moment. Nothing of yours was stored; look again."));
        }
        LOG.error("{}: {}: {}", RefusedCalls.call(request), e.getMessage(), Trace.of(e.getCause()));
        if (state.told().trouble() != DeskState.Trouble.NONE) {
            return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
                    .header(HttpHeaders.RETRY_AFTER, "2")
                    .body(ProblemDetail.forStatusAndDetail(
                            HttpStatus.SERVICE_UNAVAILABLE,
                            state.told().sentence() + " Nothing was changed; please try again."));
        }
        return ResponseEntity.status(HttpStatus.INTERNAL_SERVER_ERROR)
                .body(ProblemDetail.forStatusAndDetail(
                        HttpStatus.INTERNAL_SERVER_ERROR,
                        "It could not be stored. Nothing was changed; please try again." + logged()));
    }

    /** What to tell whoever reads the log. */
    private static String logged() {
        String id = RequestIdFilter.current();
        return id.isEmpty() ? "" : " The log tells more under " + id + ".";
    }

    /** Mostly somebody who cancelled while the file was on its way. */
    @ExceptionHandler(MultipartException.class)
    ResponseEntity<ProblemDetail> brokenOff(MultipartException e, HttpServletRequest request) {
        LOG.info("{}: the upload broke off", RefusedCalls.call(request));
        return ResponseEntity.badRequest()
                .body(ProblemDetail.forStatusAndDetail(
                        HttpStatus.BAD_REQUEST, "The upload broke off or is damaged. Nothing of it was kept."));
    }

    @ExceptionHandler(RuntimeException.class)
    ResponseEntity<ProblemDetail> unexpected(RuntimeException e, HttpServletRequest request) {
        LOG.error("{} failed: {}", RefusedCalls.call(request), Trace.of(e));
        return ResponseEntity.status(HttpStatus.INTERNAL_SERVER_ERROR)
                .body(ProblemDetail.forStatusAndDetail(
                        HttpStatus.INTERNAL_SERVER_ERROR,
                        "Something went wrong here. Nothing was changed." + logged()));
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable t = e; t != null; t = t.getCause()) {
            if (t instanceof Refusal r) {
                return ResponseEntity.status(r.status())
                        .body(ProblemDetail.forStatusAndDetail(r.status(), r.getMessage()));
            }
        }
        String why = e.getCause() instanceof tools.jackson.core.JacksonException j
                ? j.getOriginalMessage()
                        + (j.getLocation() == null
                                ? ""
                                : " (line " + j.getLocation().getLineNr() + ", column "
                                        + j.getLocation().getColumnNr() + ")")
                : "The body cannot be read.";
        return ResponseEntity.badRequest().body(ProblemDetail.forStatusAndDetail(HttpStatus.BAD_REQUEST, why));
    }
}
