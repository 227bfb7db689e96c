package org.mendak.server.platform;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.RequestMapping;

/**
 * What an address gets that leads nowhere, or that went wrong before anybody looked at it: somebody at a browser the application's
 * own page, which says so and leads back, and a program a problem.
 */
@Controller
class PageOrProblem implements ErrorController {

    private static final ClassPathResource PAGE = new ClassPathResource("static/index.html");

    /** Whether a person looks at the answer: a browser that opens an address asks for HTML, the page's own calls do not. */
    static boolean isForPerson(HttpServletRequest request) {
        String accept = request.getHeader(HttpHeaders.ACCEPT);
        return request.getMethod().equals("GET") && accept != null && accept.contains("text/html");
    }

    /** Answers with the page under this status. */
    static void page(HttpServletResponse response, HttpStatus status) throws IOException {
        response.setStatus(status.value());
        response.setContentType("text/html;charset=UTF-8");
        response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
        response.getOutputStream()
                .write(PAGE.getContentAsString(StandardCharsets.UTF_8).getBytes(StandardCharsets.UTF_8));
    }

    @RequestMapping("/error")
    void failed(HttpServletRequest request, HttpServletResponse response) throws IOException {
        HttpStatus status = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE) instanceof Integer code
                ? HttpStatus.resolve(code)
                : HttpStatus.NOT_FOUND;
        answer(request, response, status == null ? HttpStatus.INTERNAL_SERVER_ERROR : status);
    }

    /** The page or a problem, whichever is asked for. */
    static void answer(HttpServletRequest request, HttpServletResponse response, HttpStatus status) throws IOException {
        if (isForPerson(request) && PAGE.exists()) {
            page(response, status);
        } else {
            SecurityConfig.problem(
                    response,
                    status,
                    status == HttpStatus.NOT_FOUND
                            ? "There is nothing at this address."
                            : status.is4xxClientError()
                                    ? "This call is not understood. Nothing was changed."
                                    : "Something went wrong here. Nothing was changed.");
        }
    }
}
