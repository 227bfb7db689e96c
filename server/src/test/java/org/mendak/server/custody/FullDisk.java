package org.mendak.server.custody;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicBoolean;
import org.h2.store.fs.FileBaseDefault;
import org.h2.store.fs.FilePath;
import org.h2.store.fs.FilePathWrapper;
import org.mendak.server.platform.DeskFolder;

/** A disk for H2 that takes nothing more once it is said to be full; addresses begin with {@code full:}. */
public final class FullDisk extends FilePathWrapper {

    static final AtomicBoolean FULL = new AtomicBoolean();

    static {
        FilePath.register(new FullDisk());
    }

    static String url(Path data) {
        String file = data.resolve(DeskFolder.DATABASE).toString();
        return "jdbc:h2:full:" + file.substring(0, file.length() - ".mv.db".length())
                + ";WRITE_DELAY=500;TIME ZONE=UTC;DB_CLOSE_ON_EXIT=FALSE";
    }

    @Override
    public String getScheme() {
        return "full";
    }

    @Override
    public FileChannel open(String mode) throws IOException {
        FileChannel real = super.open(mode);
        return new FileBaseDefault() {
            @Override
            public long size() throws IOException {
                return real.size();
            }

            @Override
            public int read(ByteBuffer into, long at) throws IOException {
                return real.read(into, at);
            }

            @Override
            public int write(ByteBuffer from, long at) throws IOException {
                if (FULL.get()) {
                    throw new IOException("No space left on device");
                }
                return real.write(from, at);
            }

            @Override
            protected void implTruncate(long size) throws IOException {
                real.truncate(size);
            }

            @Override
            public void force(boolean metaData) throws IOException {
                real.force(metaData);
            }

            @Override
            public java.nio.channels.FileLock tryLock(long position, long size, boolean shared) throws IOException {
                return real.tryLock(position, size, shared);
            }

            @Override
            protected void implCloseChannel() throws IOException {
                real.close();
            }
        };
    }
}
