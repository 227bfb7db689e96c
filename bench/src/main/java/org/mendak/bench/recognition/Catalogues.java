package org.mendak.bench.recognition;

import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * The texts of message catalogues: of Debian packages, fetched and unpacked into a folder, or of what is installed if none can be
 * fetched; and of the running JDK.
 */
final class Catalogues {

    private static final List<String> PACKAGES = List.of(
            "gcc-12-locales",
            "git",
            "binutils-common",
            "postgresql-15",
            "postgresql-client-15",
            "libsvn1",
            "mercurial-common",
            "libvirt-l10n",
            "util-linux-locales",
            "gnupg-l10n",
            "coreutils",
            "e2fsprogs-l10n",
            "libc-l10n",
            "cryptsetup-bin",
            "network-manager",
            "rpm-common",
            "dpkg",
            "apt",
            "bash",
            "tar",
            "wget",
            "grub-common",
            "libglib2.0-data",
            "aptitude-common",
            "gettext",
            "gawk",
            "parted");
    private static final int MO_LITTLE_ENDIAN = 0x950412de;

    private Catalogues() {}

    /** All original texts, sorted, with printf or message-format placeholders. */
    static List<String> texts(Path folder) throws IOException, InterruptedException {
        Set<String> texts = new TreeSet<>();
        for (Path mo : catalogues(folder)) {
            readMo(Files.readAllBytes(mo), texts);
        }
        readJdk(texts);
        return new ArrayList<>(texts);
    }

    /** In how many catalogues each word stands: language stands in many, the names of programs in few. */
    static Map<String, Integer> spread(Path folder) throws IOException, InterruptedException {
        Map<String, Integer> in = new TreeMap<>();
        for (Path mo : catalogues(folder)) {
            Set<String> texts = new TreeSet<>();
            readMo(Files.readAllBytes(mo), texts);
            Set<String> words = new TreeSet<>();
            texts.forEach(t -> words.addAll(Message.wordsOf(t)));
            words.forEach(w -> in.merge(w, 1, Integer::sum));
        }
        return in;
    }

    /** One catalogue of each name: every translation brings the same originals. */
    private static Iterable<Path> catalogues(Path folder) throws IOException, InterruptedException {
        Path unpacked = folder.resolve("unpacked");
        if (!Files.exists(folder.resolve("complete"))) {
            Files.createDirectories(unpacked);
            boolean all = true;
            for (String p : PACKAGES) {
                all &= run(folder, "apt-get", "download", "-q", p);
            }
            try (Stream<Path> debs = Files.list(folder)) {
                for (Path deb : debs.filter(d -> d.toString().endsWith(".deb")).toList()) {
                    run(folder, "dpkg-deb", "-x", deb.toString(), unpacked.toString());
                    Files.delete(deb);
                }
            }
            if (all) {
                Files.createFile(folder.resolve("complete"));
            } else {
                System.out.println("some packages could not be fetched: what is installed is read as well");
            }
        }
        Map<String, Path> biggest = new TreeMap<>();
        gather(unpacked, biggest);
        if (!Files.exists(folder.resolve("complete"))) {
            gather(Path.of("/usr/share/locale"), biggest);
        }
        return biggest.values();
    }

    private static void gather(Path root, Map<String, Path> biggest) throws IOException {
        if (!Files.isDirectory(root)) {
            return;
        }
        try (Stream<Path> files = Files.walk(root)) {
            files.filter(f -> f.toString().endsWith(".mo") && Files.isRegularFile(f))
                    .sorted(Comparator.naturalOrder())
                    .forEach(f -> biggest.merge(f.getFileName().toString(), f, (a, b) -> size(b) > size(a) ? b : a));
        }
    }

    private static long size(Path p) {
        try {
            return Files.size(p);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static boolean run(Path folder, String... command) throws IOException, InterruptedException {
        Process p = new ProcessBuilder(command)
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        return p.waitFor(120, TimeUnit.SECONDS) && p.exitValue() == 0;
    }

    /** The originals of a compiled catalogue; format: GNU gettext manual, "The Format of GNU MO Files". */
    static void readMo(byte[] bytes, Set<String> into) {
        ByteBuffer b = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        if (b.getInt(0) != MO_LITTLE_ENDIAN) {
            b.order(ByteOrder.BIG_ENDIAN);
        }
        int count = b.getInt(8);
        int table = b.getInt(12);
        for (int i = 0; i < count; i++) {
            int length = b.getInt(table + 8 * i);
            int at = b.getInt(table + 8 * i + 4);
            String original = new String(bytes, at, length, StandardCharsets.UTF_8);
            int plural = original.indexOf('\0');
            String one = plural < 0 ? original : original.substring(0, plural);
            into.add(one.substring(one.indexOf('\u0004') + 1)); // a context may stand before it
        }
    }

    private static void readJdk(Set<String> into) throws IOException {
        FileSystem jdk = FileSystems.getFileSystem(URI.create("jrt:/"));
        try (Stream<Path> files = Files.walk(jdk.getPath("/modules"))) {
            for (Path f : (Iterable<Path>) files.filter(p -> p.toString().contains("/resources/"))::iterator) {
                String name = f.getFileName().toString();
                if (name.matches(".*_[a-z]{2}(_[A-Z]{2})?\\.(class|properties)")) {
                    continue;
                }
                if (name.endsWith(".properties")) {
                    Properties p = new Properties();
                    p.load(new ByteArrayInputStream(Files.readAllBytes(f)));
                    p.values().forEach(v -> into.add(v.toString()));
                } else if (name.endsWith(".class")) {
                    readConstants(Files.readAllBytes(f), into);
                }
            }
        }
    }

    /** The texts in a class's constant pool; format: The Java Virtual Machine Specification 17, 4.4. */
    private static void readConstants(byte[] bytes, Set<String> into) throws IOException {
        DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes));
        in.skipBytes(8);
        int count = in.readUnsignedShort();
        for (int i = 1; i < count; i++) {
            int tag = in.readUnsignedByte();
            switch (tag) {
                case 1 -> {
                    String s = in.readUTF();
                    if (s.indexOf(' ') > 0) {
                        into.add(s);
                    }
                }
                case 7, 8, 16, 19, 20 -> in.skipBytes(2);
                case 15 -> in.skipBytes(3);
                case 5, 6 -> {
                    in.skipBytes(8);
                    i++;
                }
                default -> in.skipBytes(4);
            }
        }
    }
}
