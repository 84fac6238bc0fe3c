package org.lumbrit.server.results;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Results as files named by their keys: one letter for the type, then the values, big-endian. When they grow beyond their
 * bound, those not used for longest go. A disk that is full or read-only costs speed, never a result.
 */
final class ResultFiles {
    private static final Logger LOG = LoggerFactory.getLogger(ResultFiles.class);

    private final Path folder;
    private final long most;
    private final AtomicLong size = new AtomicLong();

    ResultFiles(Path folder, long most) {
        this.folder = folder;
        this.most = most;
        try {
            Files.createDirectories(folder);
            size.set(all().stream().mapToLong(ResultFiles::length).sum());
        } catch (IOException e) {
            LOG.warn("Results cannot be kept on disk: {}", e.getMessage());
        }
    }

    private List<Path> all() throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(Files::isRegularFile).toList();
        }
    }

    private static long length(Path file) {
        try {
            return Files.size(file);
        } catch (IOException e) {
            return 0;
        }
    }

    Optional<Object> read(String key) {
        Path file = folder.resolve(key);
        if (!key.matches("[0-9a-f]{32}") || !Files.isRegularFile(file)) {
            return Optional.empty();
        }
        try {
            ByteBuffer bytes = ByteBuffer.wrap(Files.readAllBytes(file));
            Files.setLastModifiedTime(file, FileTime.fromMillis(System.currentTimeMillis()));
            byte type = bytes.get();
            if (type == 'f') {
                float[] values = new float[bytes.remaining() / 4];
                bytes.asFloatBuffer().get(values);
                return Optional.of(values);
            }
            if (type == 'l') {
                long[] values = new long[bytes.remaining() / 8];
                bytes.asLongBuffer().get(values);
                return Optional.of(values);
            }
            byte[] values = new byte[bytes.remaining()];
            bytes.get(values);
            return Optional.of(values);
        } catch (IOException | RuntimeException e) {
            LOG.warn("The kept result {} cannot be read and is computed anew: {}", key, e.getMessage());
            return Optional.empty();
        }
    }

    void write(String key, Object value) {
        ByteBuffer bytes;
        if (value instanceof float[] floats) {
            bytes = ByteBuffer.allocate(1 + 4 * floats.length).put((byte) 'f');
            bytes.asFloatBuffer().put(floats);
        } else if (value instanceof long[] longs) {
            bytes = ByteBuffer.allocate(1 + 8 * longs.length).put((byte) 'l');
            bytes.asLongBuffer().put(longs);
        } else if (value instanceof byte[] plain) {
            bytes = ByteBuffer.allocate(1 + plain.length).put((byte) 'b').put(plain);
        } else {
            return;
        }
        try {
            Path beside = Files.createTempFile(folder, "part", ".tmp");
            Files.write(beside, bytes.array());
            Files.move(
                    beside, folder.resolve(key), StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            if (size.addAndGet(bytes.capacity()) > most) {
                trim();
            }
        } catch (IOException e) {
            LOG.warn("The result {} is not kept on disk: {}", key, e.getMessage());
        }
    }

    private synchronized void trim() throws IOException {
        List<Path> oldest = all().stream()
                .sorted(Comparator.comparingLong(ResultFiles::used))
                .toList();
        long total = oldest.stream().mapToLong(ResultFiles::length).sum();
        for (Path file : oldest) {
            if (total <= most * 3 / 4) {
                break;
            }
            total -= length(file);
            Files.deleteIfExists(file);
        }
        size.set(total);
    }

    private static long used(Path file) {
        try {
            return Files.getLastModifiedTime(file).toMillis();
        } catch (IOException e) {
            return 0;
        }
    }
}
