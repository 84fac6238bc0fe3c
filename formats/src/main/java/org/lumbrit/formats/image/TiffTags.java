package org.lumbrit.formats.image;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;
import org.lumbrit.formats.BadInputException;

/** The tags of the first picture in a TIFF file, read before any decoder sees it, and held against the bytes that are there. */
final class TiffTags {
    static final int COLUMNS = 256;
    static final int ROWS = 257;
    static final int BITS = 258;
    static final int COMPRESSION = 259;
    static final int STRIP_OFFSETS = 273;
    static final int SAMPLES = 277;
    static final int ROWS_PER_STRIP = 278;
    static final int STRIP_BYTES = 279;
    static final int PREDICTOR = 317;
    static final int TILE_COLUMNS = 322;
    static final int TILE_ROWS = 323;
    static final int TILE_OFFSETS = 324;
    static final int TILE_BYTES = 325;
    static final int SAMPLE_FORMAT = 339;
    static final int PIXEL_SCALE = 33550;
    static final int TIE_POINT = 33922;
    static final int TRANSFORMATION = 34264;
    static final int GEO_KEYS = 34735;
    static final int NO_DATA = 42113;

    private static final int[] SIZE = {0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8};
    private static final int MOST_TAGS = 4096;
    private static final int DEFLATE = 8;
    private static final int OLD_DEFLATE = 32946;
    private static final int MOST_RATIO = 1100;

    private final byte[] bytes;
    private final ByteBuffer in;
    private final String name;
    private final Map<Integer, Integer> entries = new HashMap<>();

    TiffTags(byte[] bytes, String name) {
        this.bytes = bytes;
        this.name = name;
        this.in = ByteBuffer.wrap(bytes).order(bytes[0] == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
        if (bytes.length < 8 || in.getShort(2) != 42) {
            throw new BadInputException(name
                    + (bytes.length >= 8 && in.getShort(2) == 43
                            ? " is a BigTIFF; save it as plain TIFF."
                            : " is no TIFF file, or is damaged."));
        }
        long first = in.getInt(4) & 0xFFFFFFFFL;
        if (first + 2 > bytes.length) {
            throw HeightMap.damaged(name, null);
        }
        int count = in.getShort((int) first) & 65535;
        if (count > MOST_TAGS || first + 2 + 12L * count > bytes.length) {
            throw HeightMap.damaged(name, null);
        }
        for (int t = 0; t < count; t++) {
            int at = (int) first + 2 + 12 * t;
            entries.put(in.getShort(at) & 65535, at);
        }
    }

    boolean has(int tag) {
        return entries.containsKey(tag);
    }

    int count(int tag) {
        return has(tag) ? (int) Math.min(Integer.MAX_VALUE, in.getInt(entries.get(tag) + 4) & 0xFFFFFFFFL) : 0;
    }

    /** One number of a tag; the default where the tag is not there. */
    double number(int tag, int index, double byDefault) {
        if (!has(tag)) {
            return byDefault;
        }
        int entry = entries.get(tag);
        int type = in.getShort(entry + 2) & 65535;
        if (type <= 0 || type >= SIZE.length || index >= count(tag)) {
            throw HeightMap.damaged(name, null);
        }
        long all = (long) SIZE[type] * count(tag);
        long from = all <= 4 ? entry + 8 : in.getInt(entry + 8) & 0xFFFFFFFFL;
        if (from + all > bytes.length) {
            throw HeightMap.damaged(name, null);
        }
        int at = (int) from + SIZE[type] * index;
        return switch (type) {
            case 1, 2, 7 -> in.get(at) & 255;
            case 3 -> in.getShort(at) & 65535;
            case 4 -> in.getInt(at) & 0xFFFFFFFFL;
            case 5 -> (in.getInt(at) & 0xFFFFFFFFL) / (double) (in.getInt(at + 4) & 0xFFFFFFFFL);
            case 6 -> in.get(at);
            case 8 -> in.getShort(at);
            case 9 -> in.getInt(at);
            case 10 -> in.getInt(at) / (double) in.getInt(at + 4);
            case 11 -> in.getFloat(at);
            default -> in.getDouble(at);
        };
    }

    String text(int tag) {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < Math.min(64, count(tag)); i++) {
            char letter = (char) number(tag, i, 0);
            if (letter != 0) {
                text.append(letter);
            }
        }
        return text.toString().strip();
    }

    /** Refuses a file whose pieces do not hold what its size promises. */
    void requireWhole(int columns, int rows, int bytesPerValue) {
        boolean tiled = has(TILE_COLUMNS);
        double wide = tiled ? number(TILE_COLUMNS, 0, 0) : columns;
        double tall = tiled ? number(TILE_ROWS, 0, 0) : Math.min(rows, number(ROWS_PER_STRIP, 0, rows));
        if (!(wide >= 1 && tall >= 1 && wide <= 65536 && tall <= 65536)) {
            throw HeightMap.damaged(name, null);
        }
        long pieces = (long) (Math.ceil(columns / wide) * Math.ceil(rows / tall));
        int offsets = tiled ? TILE_OFFSETS : STRIP_OFFSETS;
        int lengths = tiled ? TILE_BYTES : STRIP_BYTES;
        if (count(offsets) != pieces || count(lengths) != pieces) {
            throw HeightMap.damaged(name, null);
        }
        int compression = (int) number(COMPRESSION, 0, 1);
        byte[] room = new byte[1 << 14];
        for (int piece = 0; piece < pieces; piece++) {
            double from = number(offsets, piece, 0);
            double length = number(lengths, piece, 0);
            double values = wide * (tiled ? tall : Math.min(tall, rows - piece * tall));
            double needed = values * bytesPerValue;
            boolean fits = from >= 8
                    && length >= 1
                    && from + length <= bytes.length
                    && (compression == 1 ? length >= needed : needed <= MOST_RATIO * length);
            if (!fits || inflates(compression) && inflated((int) from, (int) length, needed, room) < needed) {
                throw HeightMap.damaged(name, null);
            }
        }
    }

    private static boolean inflates(int compression) {
        return compression == DEFLATE || compression == OLD_DEFLATE;
    }

    private long inflated(int from, int length, double needed, byte[] room) {
        Inflater inflater = new Inflater();
        try {
            inflater.setInput(bytes, from, length);
            long sum = 0;
            while (!inflater.finished() && sum < needed) {
                int got = inflater.inflate(room);
                if (got == 0) {
                    return sum;
                }
                sum += got;
            }
            return sum;
        } catch (DataFormatException e) {
            throw HeightMap.damaged(name, e);
        } finally {
            inflater.end();
        }
    }
}
