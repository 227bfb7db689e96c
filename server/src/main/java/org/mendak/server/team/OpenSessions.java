package org.mendak.server.team;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import jakarta.servlet.http.HttpSessionBindingEvent;
import jakarta.servlet.http.HttpSessionBindingListener;
import java.io.IOException;
import java.io.NotSerializableException;
import java.io.ObjectOutputStream;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.server.platform.Secrets;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Component;

/**
 * The sign-ins that are open in browsers, by person: each has a key of its own, by which it can be listed and ended. The cookie's value is never
 * told. One person has at most {@value #MOST_OF_ONE}; the next ends the oldest.
 */
@Component
class OpenSessions {

    static final int MOST_OF_ONE = 20;

    private static final String ATTRIBUTE = OpenSessions.class.getName();

    /** What a browser says that it is, as far as somebody would recognise it. */
    private static final Pattern BROWSER = Pattern.compile("(Firefox|Edg|OPR|Chrome|Safari)/(\\d{1,4})");

    private static final Pattern SYSTEM = Pattern.compile("(Windows|Android|iPhone|iPad|Mac OS X|Linux)");

    /**
     * An open sign-in.
     *
     * @param seenAt when it was last used
     * @param current whether it is the one that asks
     */
    record Open(String key, Instant since, Instant seenAt, String browser, boolean current) {}

    private final Map<Long, Map<String, Entry>> people = new ConcurrentHashMap<>();

    /** Lives in the session and dies with it, however that ends. */
    private final class Entry implements HttpSessionBindingListener {
        final long person;
        final String key = Secrets.random().substring(0, 16);
        final String browser;
        private volatile HttpSession session;

        Entry(long person, String browser) {
            this.person = person;
            this.browser = browser;
        }

        @Override
        public void valueBound(HttpSessionBindingEvent event) {
            session = event.getSession();
            people.computeIfAbsent(person, p -> new ConcurrentHashMap<>()).put(key, this);
        }

        @Override
        public void valueUnbound(HttpSessionBindingEvent event) {
            people.computeIfPresent(person, (p, open) -> {
                open.remove(key);
                return open.isEmpty() ? null : open;
            });
        }

        /** Empty if it has ended meanwhile. */
        Optional<Open> shown(String current) {
            try {
                return Optional.of(new Open(
                        key,
                        Instant.ofEpochMilli(session.getCreationTime()),
                        Instant.ofEpochMilli(session.getLastAccessedTime()),
                        browser,
                        key.equals(current)));
            } catch (IllegalStateException ended) {
                return Optional.empty();
            }
        }

        void end() {
            try {
                session.invalidate();
            } catch (IllegalStateException ended) {
                // it was over already
            }
        }

        private void writeObject(ObjectOutputStream out) throws IOException {
            throw new NotSerializableException("sessions are kept in memory");
        }
    }

    /** Notes that this session is now this person's. */
    void begin(HttpSession session, long person, HttpServletRequest q) {
        session.setAttribute(ATTRIBUTE, new Entry(person, browser(q.getHeader(HttpHeaders.USER_AGENT))));
        List<Open> all = list(person, null);
        all.stream().skip(MOST_OF_ONE).forEach(o -> end(person, o.key()));
    }

    private static String browser(String agent) {
        String said = agent == null ? "" : agent.substring(0, Math.min(400, agent.length()));
        Matcher b = BROWSER.matcher(said);
        Matcher s = SYSTEM.matcher(said);
        String name = b.find() ? b.group(1) + " " + b.group(2) : "";
        String system = s.find() ? s.group(1) : "";
        return (name + (name.isEmpty() || system.isEmpty() ? "" : ", ") + system).strip();
    }

    /** The key of the session that a call belongs to; null for a program. */
    static String current(HttpServletRequest q) {
        HttpSession session = q.getSession(false);
        return session != null && session.getAttribute(ATTRIBUTE) instanceof Entry e ? e.key : null;
    }

    /** Whose session it is; null if it is nobody's. */
    static Long person(HttpSession session) {
        return session.getAttribute(ATTRIBUTE) instanceof Entry e ? e.person : null;
    }

    private List<Entry> of(long person) {
        return List.copyOf(people.getOrDefault(person, Map.of()).values());
    }

    /**
     * Those of a person, the last used first.
     *
     * @param current the key of the one that asks; null if none does
     */
    List<Open> list(long person, String current) {
        return of(person).stream()
                .flatMap(e -> e.shown(current).stream())
                .sorted(Comparator.comparing(Open::seenAt).reversed().thenComparing(Open::key))
                .toList();
    }

    int count(long person) {
        return of(person).size();
    }

    /** Ends one; false if there is none of that key. */
    boolean end(long person, String key) {
        Entry e = people.getOrDefault(person, Map.of()).get(key);
        if (e == null) {
            return false;
        }
        e.end();
        return true;
    }

    /** Ends all of a person but one. */
    void endAll(long person, String but) {
        of(person).stream().filter(e -> !e.key.equals(but)).forEach(Entry::end);
    }
}
