package org.mendak.server.platform;

import org.springframework.boot.SpringBootExceptionReporter;
import org.springframework.context.ConfigurableApplicationContext;

/** Says why a desk cannot be opened in its own sentence, without a stack trace; named in META-INF/spring.factories. */
final class RefusedReporter implements SpringBootExceptionReporter {

    RefusedReporter(ConfigurableApplicationContext context) {}

    @Override
    public boolean reportException(Throwable failure) {
        for (Throwable t = failure; t != null; t = t.getCause()) {
            if (t instanceof DeskRefused refused) {
                System.err.println("mendak: " + refused.getMessage());
                return true;
            }
        }
        return false;
    }
}
