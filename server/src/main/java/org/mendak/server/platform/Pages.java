package org.mendak.server.platform;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.Function;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** Lists page by page: {@code limit} rows after the one called {@code after}, the next page in {@code Link} (RFC 8288). */
public final class Pages {

    private Pages() {}

    /** The limit to use: as asked, or the greatest. */
    public static int limit(Integer asked) {
        if (asked != null && (asked < 1 || asked > Limits.PAGE)) {
            throw Refusal.badRequest("limit is " + asked + ", must be 1 to " + Limits.PAGE);
        }
        return asked == null ? Limits.PAGE : asked;
    }

    /** The page of a list that is at hand as a whole and sorted by key. */
    public static <T> ResponseEntity<List<T>> page(List<T> all, Function<T, String> key, Integer limit, String after) {
        int most = limit(limit);
        List<T> rows = all.stream()
                .filter(t -> after == null || key.apply(t).compareTo(after) > 0)
                .limit(most + 1L)
                .toList();
        return answer(rows, key, most);
    }

    /** The header that says how many there are on all pages together. */
    public static final String TOTAL = "Mendak-Total";

    /** The same of things that only become rows once it is known which are on the page; how many there are in all is told. */
    public static <T, R> ResponseEntity<List<R>> page(
            List<T> all, Function<T, String> key, Function<T, R> row, Integer limit, String after) {
        ResponseEntity<List<T>> page = page(all, key, limit, after);
        return ResponseEntity.ok()
                .headers(page.getHeaders())
                .header(TOTAL, String.valueOf(all.size()))
                .body(page.getBody().stream().map(row).toList());
    }

    /** Answers rows of which one more than {@code most} was fetched, to know whether there are more. */
    public static <T> ResponseEntity<List<T>> answer(List<T> rows, Function<T, String> key, int most) {
        if (rows.size() <= most) {
            return ResponseEntity.ok(rows);
        }
        List<T> page = rows.subList(0, most);
        String next = ServletUriComponentsBuilder.fromCurrentRequest()
                .replaceQueryParam("after", URLEncoder.encode(key.apply(page.get(most - 1)), StandardCharsets.UTF_8))
                .build()
                .toUriString();
        return ResponseEntity.ok()
                .header(HttpHeaders.LINK, "<" + next + ">; rel=\"next\"")
                .body(page);
    }
}
