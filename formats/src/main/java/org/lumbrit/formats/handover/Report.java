package org.lumbrit.formats.handover;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Set;
import java.util.function.Supplier;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;

/** Sends the files on as they are made, and collects what is to be said of them. */
final class Report {
    private final Content.Sink sink;
    private final Set<String> taken = new HashSet<>();
    private final Set<String> said = new HashSet<>();
    private final StringBuilder text = new StringBuilder();

    Report(SiteEvaluation evaluation, Content.Sink sink) {
        this.sink = sink;
        Ground ground = evaluation.plan().ground();
        text.append(evaluation.plan().recipe().name())
                .append("\n\nGround ")
                .append(Decimal.write(ground.width(), 2))
                .append(" m × ")
                .append(Decimal.write(ground.depth(), 2))
                .append(" m, heights ")
                .append(Decimal.write(ground.lowest(), 2))
                .append(" to ")
                .append(Decimal.write(ground.highest(), 2))
                .append(" m. Metres, +Y up, x to the east, z to the south, the origin in the middle.\n\n");
    }

    void add(String name, byte[] content, String what) {
        add(name, Content.of(content), what);
    }

    /** Adds a file of which nothing is said, as another says it of all its like. */
    void addQuietly(String name, Content content) {
        written(name, content);
    }

    void add(String name, Content content, String what) {
        add(name, content, () -> what);
    }

    /** @param what is asked once the file is written */
    void add(String name, Content content, Supplier<String> what) {
        long bytes = written(name, content);
        text.append(name)
                .append("  (")
                .append(bytes)
                .append(" bytes): ")
                .append(what.get())
                .append('\n');
    }

    /** @return bytes of the file */
    private long written(String name, Content content) {
        if (!taken.add(name)) {
            throw new IllegalStateException("two files of one hand-over are called " + name);
        }
        long[] written = new long[1];
        try {
            sink.file(name, out -> content.writeTo(new Counting(out, written)));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return written[0];
    }

    /** Adds a sentence, once however often it is said. */
    void say(String sentence) {
        if (!sentence.isEmpty() && said.add(sentence)) {
            text.append(sentence).append('\n');
        }
    }

    void close() throws IOException {
        sink.file("report.txt", Content.of(text.toString().getBytes(StandardCharsets.UTF_8)));
    }

    /** Counts the bytes that go through. */
    private static final class Counting extends OutputStream {
        private final OutputStream to;
        private final long[] count;

        Counting(OutputStream to, long[] count) {
            this.to = to;
            this.count = count;
        }

        @Override
        public void write(int one) throws IOException {
            to.write(one);
            count[0]++;
        }

        @Override
        public void write(byte[] bytes, int from, int length) throws IOException {
            to.write(bytes, from, length);
            count[0] += length;
        }

        @Override
        public void flush() throws IOException {
            to.flush();
        }
    }
}
