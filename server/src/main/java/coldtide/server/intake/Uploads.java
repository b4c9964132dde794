package coldtide.server.intake;

import coldtide.server.http.Problem;
import coldtide.server.store.intake.Import;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** The files of imports while they come in and until they are read, one each. What is on the disk is what was received. */
@Component
class Uploads {
    private static final Logger LOG = LoggerFactory.getLogger(Uploads.class);
    private static final int BUFFER_BYTES = 1 << 16;

    private final Path folder;
    private final Set<Integer> busy = ConcurrentHashMap.newKeySet();

    Uploads(@Value("${coldtide.uploads}") Path folder) throws IOException {
        this.folder = Files.createDirectories(folder.toAbsolutePath());
    }

    Path file(Import run) {
        return folder.resolve("import-" + run.id());
    }

    boolean has(Import run) {
        return Files.isRegularFile(file(run));
    }

    /** How many bytes of the file are here. */
    long bytes(Import run) {
        try {
            return has(run) ? Files.size(file(run)) : 0;
        } catch (IOException e) {
            return 0;
        }
    }

    /**
     * Adds bytes to the end of the file, as many as come; whatever came before a connection broke stays.
     *
     * @throws Problem if {@code from} is not where the file ends, or more bytes come than the file was to have
     */
    void append(Import run, long from, InputStream bytes) throws IOException {
        if (!busy.add(run.id())) {
            throw Problem.conflict("Another part of this file is just being received.");
        }
        try {
            long here = bytes(run);
            if (from != here) {
                throw Problem.conflict("from", "The file goes on at byte " + here + ", not at " + from + ".");
            }
            write(run, here, bytes);
        } finally {
            busy.remove(run.id());
        }
    }

    private void write(Import run, long here, InputStream bytes) throws IOException {
        long at = here;
        byte[] buffer = new byte[BUFFER_BYTES];
        try (OutputStream out =
                Files.newOutputStream(file(run), StandardOpenOption.CREATE, StandardOpenOption.APPEND)) {
            for (int some = bytes.read(buffer); some >= 0; some = bytes.read(buffer)) {
                if (at + some > run.bytes()) {
                    throw Problem.badField(
                            "bytes", "The file was to have " + run.bytes() + " bytes, but more are coming.");
                }
                out.write(buffer, 0, some);
                at += some;
            }
        }
    }

    /** Takes over a file that is here whole. */
    void take(Import run, Path whole) throws IOException {
        Files.move(whole, file(run), StandardCopyOption.REPLACE_EXISTING);
    }

    void delete(Import run) {
        try {
            Files.deleteIfExists(file(run));
        } catch (IOException e) {
            LOG.warn("A file that was brought in could not be deleted from the folder for uploads.");
        }
    }
}
