package org.mendak.server.exchange;

import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.library.ImportService;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;

/**
 * A library as a zip: {@code library.yaml}, {@code errors/*.md}, {@code fixes/*.md}, perhaps all in one folder. Other files
 * are passed over. Never writes a file, so no path can climb out of anything; one that tries is refused all the same.
 */
final class LibraryArchive {

    /** What was found in a zip; {@code vocabulary} is null if it has none. */
    record Contents(List<ImportService.Incoming> documents, String vocabulary, List<ImportService.Rejected> rejected) {}

    /** The path of the desk's words. */
    static final String WORDS = "library.yaml";

    private LibraryArchive() {}

    /**
     * Reads a zip by its directory, which stands at its end: one that was cut off anywhere has none and is refused whole.
     *
     * @throws Refusal if it is no whole zip, too large, or holds a path that climbs
     */
    static Contents read(Path file) throws IOException {
        Map<String, byte[]> files = new TreeMap<>();
        long left = Limits.ZIP_UNPACKED_BYTES;
        try (ZipFile zip = new ZipFile(file.toFile(), StandardCharsets.UTF_8)) {
            for (ZipEntry e : Collections.list(zip.entries())) {
                checkPath(e.getName());
                if (e.isDirectory()) {
                    continue;
                }
                byte[] bytes;
                try (InputStream in = zip.getInputStream(e)) {
                    bytes = in.readNBytes((int) Math.min(Integer.MAX_VALUE - 8, left + 1));
                }
                left -= bytes.length;
                if (left < 0 || files.size() >= Limits.ZIP_FILES) {
                    throw Refusal.tooLarge("Unpacked, the zip is larger than " + Limits.ZIP_UNPACKED_BYTES
                            + " bytes or has more than " + Limits.ZIP_FILES + " files. Nothing was stored.");
                }
                checkWhole(e, bytes);
                if (files.put(e.getName(), bytes) != null) {
                    throw Refusal.badRequest("The zip holds \"" + e.getName() + "\" twice. Nothing was stored.");
                }
            }
        } catch (ZipException | EOFException | IllegalArgumentException e) {
            throw Refusal.badRequest("This is no whole zip: " + e.getMessage() + ". Nothing was stored.");
        }
        if (files.isEmpty()) {
            throw Refusal.badRequest("The zip is empty. Nothing was stored.");
        }
        return sort(files);
    }

    private static void checkWhole(ZipEntry e, byte[] bytes) throws ZipException {
        CRC32 sum = new CRC32();
        sum.update(bytes);
        if (e.getCrc() != sum.getValue()) {
            throw new ZipException("the checksum of \"" + e.getName() + "\" is another than when it was packed");
        }
    }

    private static void checkPath(String path) {
        boolean climbs = path.startsWith("/")
                || path.contains("\\")
                || path.indexOf('\0') >= 0
                || path.matches("^[A-Za-z]:.*")
                || List.of(path.split("/")).contains("..");
        if (climbs) {
            throw Refusal.invalid(
                    "The zip holds the path \"" + path + "\", which climbs out of it. Nothing was stored.");
        }
    }

    private static Contents sort(Map<String, byte[]> files) {
        List<ImportService.Incoming> documents = new ArrayList<>();
        List<ImportService.Rejected> rejected = new ArrayList<>();
        String vocabulary = null;
        String folder = commonFolder(files);
        for (Map.Entry<String, byte[]> f : files.entrySet()) {
            String path = f.getKey().substring(folder.length());
            if (path.equals(WORDS)) {
                vocabulary = text(path, f.getValue(), rejected);
            }
            for (DocumentKind kind : DocumentKind.values()) {
                String start = kind.folder() + "/";
                if (path.startsWith(start) && path.endsWith(".md") && path.indexOf('/', start.length()) < 0) {
                    String text = text(path, f.getValue(), rejected);
                    String key = path.substring(start.length(), path.length() - 3);
                    if (text != null) {
                        documents.add(new ImportService.Incoming(kind, key, path, text));
                    }
                }
            }
        }
        return new Contents(documents, vocabulary, rejected);
    }

    /** The one folder that everything lies in, with its slash; empty if there is none. */
    private static String commonFolder(Map<String, byte[]> files) {
        String first = files.keySet().iterator().next();
        int slash = first.indexOf('/');
        String folder = slash < 0 ? "" : first.substring(0, slash + 1);
        boolean ofMendak = folder.equals("errors/") || folder.equals("fixes/");
        return !ofMendak && files.keySet().stream().allMatch(p -> p.startsWith(folder)) ? folder : "";
    }

    private static String text(String path, byte[] bytes, List<ImportService.Rejected> rejected) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException e) {
            rejected.add(new ImportService.Rejected(path, 1, 1, "the file is not UTF-8"));
            return null;
        }
    }

    static void write(Map<String, String> files, OutputStream out) throws IOException {
        try (ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8)) {
            for (Map.Entry<String, String> f : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(f.getKey()));
                zip.write(f.getValue().getBytes(StandardCharsets.UTF_8));
                zip.closeEntry();
            }
        }
    }
}
