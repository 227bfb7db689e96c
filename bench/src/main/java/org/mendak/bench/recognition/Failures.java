package org.mendak.bench.recognition;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import javax.tools.JavaCompiler;
import javax.tools.ToolProvider;
import org.mendak.core.language.Template;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/**
 * Failures that really happen on this machine while the bench runs, by open-source tools run on purpose against a wall. Their
 * consoles' outputs are recognised among the demo library's errors; nothing of them is kept.
 */
public final class Failures {

    private static final String NAME = "quay-ledger-nowhere";

    /**
     * A way to fail.
     *
     * @param command null if it cannot be tried here
     * @param message its signature
     * @param values what must be captured
     */
    private record Failure(String name, List<String> command, String message, Map<String, String> values) {}

    private final Path folder;
    private final List<KnownError> others;
    private final List<Failure> failures = new ArrayList<>();

    private Failures(Path folder, List<KnownError> others) {
        this.folder = folder;
        this.others = others;
    }

    /** Prints the table; the failures must be told from the {@code others}. */
    public static void measure(Path root, List<KnownError> others) throws IOException, InterruptedException {
        Path folder = Files.createTempDirectory(root, "failures");
        try (ServerSocket taken = new ServerSocket(0, 5, InetAddress.getLoopbackAddress())) {
            Failures f = new Failures(folder, others);
            f.prepare(taken.getLocalPort());
            f.run();
        } finally {
            try (var all = Files.walk(folder)) {
                all.sorted(java.util.Comparator.reverseOrder())
                        .forEach(p -> p.toFile().delete());
            }
        }
    }

    private void add(String name, List<String> command, String message, String... values) {
        Map<String, String> map = new LinkedHashMap<>();
        for (int i = 0; i < values.length; i += 2) {
            map.put(values[i], values[i + 1]);
        }
        failures.add(new Failure(name, command, message, map));
    }

    private static List<String> shell(String script) {
        return List.of("sh", "-c", script);
    }

    private void prepare(int port) throws IOException, InterruptedException {
        add(
                "a package that cannot be found",
                shell("LC_ALL=C apt-get install -s -y " + NAME),
                "Unable to locate package {package:word}",
                "package",
                NAME);
        add(
                "a package that cannot be configured",
                unconfigurable(),
                "dpkg: error processing package {package:word} (--install):\n installed {what:text} script subprocess returned error exit status {status:number}",
                "package",
                NAME,
                "status",
                "7");
        add(
                "a class compiled for a newer machine",
                newerClass(),
                "{class:word} has been compiled by a more recent version of the Java Runtime (class file version {theirs:number}), this version of the Java Runtime only recognizes class file versions up to {ours:number}",
                "class",
                "Ledger",
                "theirs",
                "99.0");
        add(
                "a missing shared library",
                missingLibrary(),
                "error while loading shared libraries: {library:file}: cannot open shared object file: No such file or directory",
                "library",
                "libquay.so.9");
        add(
                "a full disk",
                shell("LC_ALL=C dd if=/dev/zero of=/dev/full bs=1k count=4"),
                "error writing '{file:path}': No space left on device",
                "file",
                "/dev/full");
        add(
                "a port in use",
                List.of("node", "-e", "require('net').createServer().listen(" + port + ", '127.0.0.1')"),
                "listen EADDRINUSE: address already in use {address:host}",
                "address",
                "127.0.0.1:" + port);
        add("a failed npm run", npm(), "Missing script: \"{script:word}\"", "script", "stow");
        add(
                "a failed Maven build",
                maven(),
                "Cannot access central ({url:url}) in offline mode and the artifact {artifact:word} has not been downloaded from it before",
                "artifact",
                "org.mendak.nowhere:quay:jar:1");
        add(
                "a folder that must not be written",
                shell("LC_ALL=C touch /proc/ledger"),
                "cannot touch '{file:path}': No such file or directory",
                "file",
                "/proc/ledger");
        add(
                "an archive that is none",
                shell("LC_ALL=C; export LC_ALL; echo no archive > cargo.tar.gz; tar xzf cargo.tar.gz"),
                "gzip: stdin: not in gzip format");
    }

    private List<String> unconfigurable() throws IOException {
        Path control = Files.createDirectories(folder.resolve("deb/DEBIAN"));
        Files.writeString(
                control.resolve("control"),
                "Package: " + NAME
                        + "\nVersion: 1\nArchitecture: all\nMaintainer: bench <bench@skerry.invalid>\nDescription: none\n");
        Path script = control.resolve("postinst");
        Files.writeString(script, "#!/bin/sh\nexit 7\n");
        Files.setPosixFilePermissions(script, PosixFilePermissions.fromString("rwxr-xr-x"));
        Path admin = folder.resolve("admin");
        Files.createDirectories(admin.resolve("info"));
        Files.createDirectories(admin.resolve("updates"));
        Files.writeString(admin.resolve("status"), "");
        return shell(
                "dpkg-deb -b deb quay.deb && mkdir -p inst && LC_ALL=C dpkg --force-not-root --force-script-chrootless"
                        + " --admindir=$PWD/admin --instdir=$PWD/inst --log=/dev/null -i quay.deb");
    }

    private List<String> newerClass() throws IOException {
        Path source = folder.resolve("Ledger.java");
        Files.writeString(source, "public class Ledger { public static void main(String[] a) {} }");
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        if (compiler == null || compiler.run(null, null, null, "-d", folder.toString(), source.toString()) != 0) {
            return null;
        }
        Path compiled = folder.resolve("Ledger.class");
        byte[] bytes = Files.readAllBytes(compiled);
        bytes[7] = 99; // JVMS 4.1: u2 minor_version, u2 major_version behind the magic number
        Files.write(compiled, bytes);
        return List.of("java", "-cp", folder.toString(), "Ledger");
    }

    /** A copy of a program with another library's name in it, of the same length. */
    private List<String> missingLibrary() throws IOException {
        String wanted = "libc.so.6\0";
        String other = "libquay.so.9\0";
        Path program = Path.of("/bin/ls");
        String bytes = Files.exists(program) ? Files.readString(program, StandardCharsets.ISO_8859_1) : "";
        String selinux = "libselinux.so.1\0";
        String there = bytes.contains(selinux) ? selinux : bytes.contains(wanted) ? wanted : "";
        if (there.length() < other.length()) {
            return null;
        }
        String padded = other + "\0".repeat(there.length() - other.length());
        Path copy = folder.resolve("ledger-list");
        Files.writeString(copy, bytes.replace(there, padded), StandardCharsets.ISO_8859_1);
        copy.toFile().setExecutable(true);
        return List.of(copy.toString());
    }

    private List<String> npm() throws IOException {
        Files.createDirectories(folder.resolve("npm"));
        Files.writeString(folder.resolve("npm/package.json"), "{\"name\": \"ledger\", \"version\": \"1.0.0\"}");
        return shell("cd npm && npm run stow");
    }

    private List<String> maven() throws IOException {
        Files.createDirectories(folder.resolve("maven"));
        Files.writeString(
                folder.resolve("maven/pom.xml"),
                "<project><modelVersion>4.0.0</modelVersion><groupId>org.mendak.nowhere</groupId><artifactId>ledger</artifactId>"
                        + "<version>1</version><dependencies><dependency><groupId>org.mendak.nowhere</groupId>"
                        + "<artifactId>quay</artifactId><version>1</version></dependency></dependencies></project>");
        return shell("cd maven && mvn -o -B compile");
    }

    private void run() throws IOException, InterruptedException {
        List<KnownError> library = new ArrayList<>(others);
        for (int i = 0; i < failures.size(); i++) {
            String message = failures.get(i).message();
            library.add(KnownError.recognisedBy(
                    "failure-" + i,
                    List.of(),
                    List.of(new Signature(
                            Signature.Kind.MESSAGE,
                            message,
                            Template.parse(message).value(),
                            1))));
        }
        Recogniser recogniser = Recogniser.of(library);
        System.out.println("| failure | lines | recognised | said | captures |\n|---|---|---|---|---|");
        int right = 0;
        for (int i = 0; i < failures.size(); i++) {
            right += one(recogniser, failures.get(i), "failure-" + i) ? 1 : 0;
        }
        System.out.println("\nrecognised with the right captures: " + right + " of " + failures.size());
    }

    private boolean one(Recogniser recogniser, Failure f, String key) throws IOException, InterruptedException {
        String output = f.command() == null ? "" : output(f.command());
        if (output.isEmpty()) {
            System.out.println("| " + f.name() + " | could not be made here | | | |");
            return false;
        }
        Recognition r = recogniser.recognise(new Recogniser.Query(output, null, null, null));
        Recognition.Candidate c =
                r.candidates().isEmpty() ? null : r.candidates().get(0);
        boolean there = c != null && c.error().equals(key) && c.recognised();
        boolean captured = there
                && f.values().entrySet().stream()
                        .allMatch(v -> v.getValue().equals(c.captures().get(v.getKey())));
        System.out.printf(
                "| %s | %d | %s | %.3f | %s |%n",
                f.name(),
                output.lines().count(),
                there ? "yes" : c == null ? "**no**" : "**no**, " + c.error(),
                c == null ? 0 : c.probability(),
                captured ? f.values() : "**wrong**: " + (c == null ? "" : c.captures()) + " for " + f.values());
        if (!captured) {
            System.out.println(output.indent(4));
        }
        return captured;
    }

    private String output(List<String> command) throws IOException, InterruptedException {
        Path out = folder.resolve("output");
        Process p = new ProcessBuilder(command)
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(out.toFile())
                .start();
        if (!p.waitFor(120, TimeUnit.SECONDS)) {
            p.destroyForcibly();
        }
        return Files.readString(out, StandardCharsets.ISO_8859_1);
    }
}
