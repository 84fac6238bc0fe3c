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
import java.util.zip.CRC32C;
import org.lumbrit.core.math.Codec;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Results as files named by their keys: one letter for the type, the values, big-endian or as their codec writes them, then their CRC-32C and the length of all
 * before it. A file that is cut off, zeroed or has one bit changed is thrown away and its result made again. When files grow beyond
 * their bound, those not used for longest go. A disk that is full or read-only costs speed, never a result.
 */
final class ResultFiles {
    private static final Logger LOG = LoggerFactory.getLogger(ResultFiles.class);

    private static final String PART = "part";
    /** Bytes of the sum and the length at the end. */
    private static final int SEAL = 12;

    private final Path folder;
    private final long most;
    private final AtomicLong size = new AtomicLong();

    ResultFiles(Path folder, long most) {
        this.folder = folder;
        this.most = most;
        try {
            Files.createDirectories(folder);
            for (Path file : all()) {
                if (file.getFileName().toString().startsWith(PART)) {
                    // half written when the program was killed
                    Files.deleteIfExists(file);
                }
            }
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

    /** @param codec of what is no flat array; null where it is one */
    Optional<Object> read(String key, Codec<?> codec) {
        Path file = folder.resolve(key);
        if (!key.matches("[0-9a-f]{32}") || !Files.isRegularFile(file)) {
            return Optional.empty();
        }
        try {
            ByteBuffer bytes = whole(Files.readAllBytes(file));
            if (bytes == null) {
                LOG.warn("The kept result {} is damaged and is made again", key);
                Files.deleteIfExists(file);
                return Optional.empty();
            }
            Files.setLastModifiedTime(file, FileTime.fromMillis(System.currentTimeMillis()));
            byte type = bytes.get();
            if (type == 'c') {
                return codec == null ? Optional.empty() : Optional.of(codec.read(bytes));
            }
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

    /** The type and the values, where all of them are as they were written; else null. */
    private static ByteBuffer whole(byte[] file) {
        int length = file.length - SEAL;
        if (length < 1) {
            return null;
        }
        ByteBuffer seal = ByteBuffer.wrap(file, length, SEAL);
        return seal.getInt() == sum(file, length) && seal.getLong() == length ? ByteBuffer.wrap(file, 0, length) : null;
    }

    private static int sum(byte[] bytes, int length) {
        CRC32C sum = new CRC32C();
        sum.update(bytes, 0, length);
        return (int) sum.getValue();
    }

    private static ByteBuffer room(long values, char type) {
        return ByteBuffer.allocate(Math.toIntExact(1 + values + SEAL)).put((byte) type);
    }

    /** @param codec of what is no flat array; such things are not written where it is null */
    void write(String key, Object value, Codec<?> codec) {
        ByteBuffer bytes;
        if (value instanceof float[] floats) {
            bytes = room(4L * floats.length, 'f');
            bytes.asFloatBuffer().put(floats);
        } else if (value instanceof long[] longs) {
            bytes = room(8L * longs.length, 'l');
            bytes.asLongBuffer().put(longs);
        } else if (value instanceof byte[] plain) {
            bytes = room(plain.length, 'b').put(plain);
        } else if (codec != null) {
            ByteBuffer coded = written(codec, value);
            bytes = room(coded.remaining(), 'c').put(coded);
        } else {
            return;
        }
        int length = bytes.capacity() - SEAL;
        bytes.putInt(length, sum(bytes.array(), length)).putLong(length + 4, length);
        try {
            Path beside = Files.createTempFile(folder, PART, ".tmp");
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

    @SuppressWarnings("unchecked")
    private static <T> ByteBuffer written(Codec<T> codec, Object value) {
        return codec.write((T) value);
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
