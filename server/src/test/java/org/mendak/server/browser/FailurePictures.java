package org.mendak.server.browser;

import java.nio.file.Path;
import java.util.function.Supplier;
import org.junit.jupiter.api.extension.AfterTestExecutionCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/** Keeps what a failing test saw, a picture and what the page and the console said, in {@code target/failures}. */
final class FailurePictures implements AfterTestExecutionCallback {

    private static final Path FOLDER = Path.of("target", "failures");

    private final Supplier<Chrome> chrome;

    FailurePictures(Supplier<Chrome> chrome) {
        this.chrome = chrome;
    }

    @Override
    public void afterTestExecution(ExtensionContext test) {
        if (test.getExecutionException().isPresent() && chrome.get() != null) {
            chrome.get()
                    .keep(
                            FOLDER,
                            test.getRequiredTestClass().getSimpleName() + "."
                                    + test.getDisplayName().replaceAll("[^A-Za-z0-9]+", "-"));
        }
    }
}
