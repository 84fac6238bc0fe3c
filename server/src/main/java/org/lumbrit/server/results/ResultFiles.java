package org.lumbrit.server.results;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
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
    /** Bytes that are written at a time. */
    private static final int BLOCK = 1 << 16;

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

    /** Writes a file block by block, so that no result is copied as a whole, and sums what it writes. */
    private static final class Sealing implements AutoCloseable {
        private final ByteBuffer block = ByteBuffer.allocate(BLOCK);
        private final FileChannel file;
        private final CRC32C sum = new CRC32C();
        private long length;

        Sealing(Path path) throws IOException {
            file = FileChannel.open(path, StandardOpenOption.WRITE);
        }

        void put(char type, ByteBuffer bytes) throws IOException {
            block.put((byte) type);
            while (bytes.hasRemaining()) {
                int count = Math.min(bytes.remaining(), block.remaining());
                block.put(bytes.slice().limit(count));
                bytes.position(bytes.position() + count);
                flush();
            }
            seal();
        }

        void put(float[] values) throws IOException {
            block.put((byte) 'f');
            for (int from = 0; from < values.length; ) {
                int count = Math.min(values.length - from, block.remaining() / Float.BYTES);
                block.asFloatBuffer().put(values, from, count);
                block.position(block.position() + Float.BYTES * count);
                from += count;
                flush();
            }
            seal();
        }

        void put(long[] values) throws IOException {
            block.put((byte) 'l');
            for (int from = 0; from < values.length; ) {
                int count = Math.min(values.length - from, block.remaining() / Long.BYTES);
                block.asLongBuffer().put(values, from, count);
                block.position(block.position() + Long.BYTES * count);
                from += count;
                flush();
            }
            seal();
        }

        private void seal() throws IOException {
            flush();
            block.putInt((int) sum.getValue()).putLong(length);
            flush();
        }

        private void flush() throws IOException {
            block.flip();
            sum.update(block.duplicate());
            length += block.remaining();
            while (block.hasRemaining()) {
                file.write(block);
            }
            block.clear();
        }

        @Override
        public void close() throws IOException {
            file.close();
        }
    }

    /** @param codec of what is no flat array; such things are not written where it is null */
    void write(String key, Object value, Codec<?> codec) {
        boolean flat = value instanceof float[] || value instanceof long[] || value instanceof byte[];
        if (!flat && codec == null) {
            return;
        }
        try {
            Path beside = Files.createTempFile(folder, PART, ".tmp");
            try (Sealing file = new Sealing(beside)) {
                if (value instanceof float[] floats) {
                    file.put(floats);
                } else if (value instanceof long[] longs) {
                    file.put(longs);
                } else if (value instanceof byte[] plain) {
                    file.put('b', ByteBuffer.wrap(plain));
                } else {
                    file.put('c', written(codec, value));
                }
            }
            long length = Files.size(beside);
            Files.move(
                    beside, folder.resolve(key), StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            if (size.addAndGet(length) > most) {
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

    /** A file as it was when it was looked at: others may use or delete it meanwhile. */
    private record Found(Path file, long length, long used) {
        static Found of(Path file) {
            try {
                BasicFileAttributes attributes = Files.readAttributes(file, BasicFileAttributes.class);
                return new Found(
                        file, attributes.size(), attributes.lastModifiedTime().toMillis());
            } catch (IOException e) {
                return new Found(file, 0, 0);
            }
        }
    }

    private synchronized void trim() throws IOException {
        List<Found> oldest = all().stream()
                .map(Found::of)
                .sorted(Comparator.comparingLong(Found::used))
                .toList();
        long total = oldest.stream().mapToLong(Found::length).sum();
        for (Found found : oldest) {
            if (total <= most * 3 / 4) {
                break;
            }
            total -= found.length();
            Files.deleteIfExists(found.file());
        }
        size.set(total);
    }
}
