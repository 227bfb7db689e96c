package org.mendak.server;

import java.lang.reflect.InvocationHandler;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.sql.DataSource;
import org.springframework.beans.factory.config.BeanPostProcessor;

/**
 * How many rows the database looked at for each statement that a desk ran: each is explained and counted by the database itself, with
 * the very values, before it is run.
 */
final class Looked implements BeanPostProcessor {

    private static final Pattern COUNT = Pattern.compile("scanCount: (\\d+)");

    private static final Pattern SCAN = Pattern.compile("/\\* PUBLIC\\.(\\w+)\\.tableScan");

    private final Map<String, Long> most = new ConcurrentHashMap<>();
    private volatile boolean watching;

    /** From now on rows are counted. */
    void watch() {
        watching = true;
    }

    /** By statement the most rows that it looked at in one go. */
    Map<String, Long> most() {
        return new TreeMap<>(most);
    }

    @Override
    public Object postProcessAfterInitialization(Object bean, String name) {
        return bean instanceof DataSource d ? watched(DataSource.class, d, this::connection) : bean;
    }

    private Object connection(Object made, Method how, Object[] with) {
        return made instanceof Connection c
                ? watched(Connection.class, c, (made2, how2, with2) -> statement(c, made2, with2))
                : made;
    }

    private Object statement(Connection c, Object made, Object[] with) {
        if (!(made instanceof PreparedStatement s) || !watching) {
            return made;
        }
        String sql = (String) with[0];
        List<Object> values = new ArrayList<>();
        InvocationHandler handler = (proxy, how, args) -> {
            if (how.getName().equals("setObject")) {
                while (values.size() < (int) args[0]) {
                    values.add(null);
                }
                values.set((int) args[0] - 1, args[1]);
            } else if (how.getName().equals("executeQuery")) {
                count(c, "explain analyze " + sql, values);
            } else if (how.getName().equals("executeUpdate") && sql.matches("(?is)(update|delete|merge).*")) {
                // that would do it twice: instead what it would look at is counted
                planned(c, sql);
            }
            return invoked(s, how, args);
        };
        return Proxy.newProxyInstance(getClass().getClassLoader(), new Class<?>[] {PreparedStatement.class}, handler);
    }

    /** A change that reads a table from end to end looks at all that is there. */
    private void planned(Connection c, String sql) throws SQLException {
        try (PreparedStatement e = c.prepareStatement("explain " + sql);
                ResultSet r = e.executeQuery()) {
            while (r.next()) {
                Matcher m = SCAN.matcher(r.getString(1));
                while (m.find()) {
                    try (PreparedStatement n = c.prepareStatement("select count(*) from " + m.group(1));
                            ResultSet rows = n.executeQuery()) {
                        rows.next();
                        most.merge(sql.replaceAll("\\s+", " "), rows.getLong(1), Math::max);
                    }
                }
            }
        }
    }

    private void count(Connection c, String explain, List<Object> values) throws SQLException {
        try (PreparedStatement e = c.prepareStatement(explain)) {
            for (int i = 0; i < values.size(); i++) {
                e.setObject(i + 1, values.get(i));
            }
            try (ResultSet r = e.executeQuery()) {
                long looked = 0;
                while (r.next()) {
                    Matcher m = COUNT.matcher(r.getString(1));
                    while (m.find()) {
                        looked += Long.parseLong(m.group(1));
                    }
                }
                most.merge(explain.substring(16).replaceAll("\\s+", " "), looked, Math::max);
            }
        }
    }

    private interface Made {
        Object of(Object made, Method how, Object[] with);
    }

    private static <T> T watched(Class<T> type, T thing, Made made) {
        return type.cast(Proxy.newProxyInstance(
                Looked.class.getClassLoader(),
                new Class<?>[] {type},
                (proxy, how, args) -> made.of(invoked(thing, how, args), how, args)));
    }

    private static Object invoked(Object thing, Method how, Object[] args) throws Throwable {
        try {
            return how.invoke(thing, args);
        } catch (InvocationTargetException e) {
            throw e.getCause();
        }
    }
}
