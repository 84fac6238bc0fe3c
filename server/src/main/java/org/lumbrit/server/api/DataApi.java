package org.lumbrit.server.api;

import jakarta.servlet.http.HttpServletRequest;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.zip.Deflater;
import java.util.zip.GZIPOutputStream;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.server.results.KeptResults;
import org.lumbrit.server.storage.NotFoundException;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Immutable binaries by their keys. */
@RestController
class DataApi {
    /** Keys that one request may name. */
    private static final int MOST = 64;

    private static final CacheControl FOR_EVER =
            CacheControl.maxAge(Duration.ofDays(365)).cachePublic().immutable();

    private final KeptResults results;
    private final DataSettings settings;

    DataApi(KeptResults results, DataSettings settings) {
        this.results = results;
        this.settings = settings;
    }

    /**
     * One binary as it is; several, named with commas between them, one after the other: the bytes of each are preceded by their
     * number, as 32 bits, lowest byte first.
     */
    @GetMapping(path = "/api/data/{keys}", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ResponseEntity<byte[]> data(
            @PathVariable List<String> keys,
            @RequestHeader(name = "Accept-Encoding", defaultValue = "") String accepted,
            HttpServletRequest request) {
        if (keys.isEmpty() || keys.size() > MOST) {
            throw new BadInputException("keys: between 1 and " + MOST + ", not " + keys.size() + ".");
        }
        byte[] plain = keys.size() == 1 ? binary(keys.get(0)) : together(keys);
        ResponseEntity.BodyBuilder answer =
                ResponseEntity.ok().cacheControl(FOR_EVER).varyBy("Accept-Encoding");
        if (!accepted.contains("gzip") || near(request)) {
            return answer.body(plain);
        }
        byte[] packed = keys.size() > 1
                ? packed(plain)
                : results.get(new KeyBuilder("gzip/2").add(keys.get(0)).key(), Cancel.NEVER, shared -> packed(plain));
        return packed.length == 0
                ? answer.body(plain)
                : answer.header("Content-Encoding", "gzip").body(packed);
    }

    /** On the same machine, packing and unpacking takes longer than sending. */
    private boolean near(HttpServletRequest request) {
        try {
            return !settings.compressOnLoopback()
                    && InetAddress.getByName(request.getRemoteAddr()).isLoopbackAddress();
        } catch (UnknownHostException e) {
            return false;
        }
    }

    private byte[] together(List<String> keys) {
        List<byte[]> each = keys.stream().map(this::binary).toList();
        ByteBuffer all = ByteBuffer.allocate(Math.toIntExact(
                        each.stream().mapToLong(part -> part.length + 4L).sum()))
                .order(ByteOrder.LITTLE_ENDIAN);
        each.forEach(part -> all.putInt(part.length).put(part));
        return all.array();
    }

    /** Empty where packing would save less than a third: somebody waits for the picture, and packing takes longer than sending. */
    private static byte[] packed(byte[] plain) {
        byte[] start = Arrays.copyOfRange(plain, plain.length / 3, plain.length / 3 + plain.length / 16);
        return start.length > 4096 && gzip(start).length > start.length * 2 / 3 ? new byte[0] : gzip(plain);
    }

    /** Fast rather than small. */
    private static byte[] gzip(byte[] plain) {
        ByteArrayOutputStream packed = new ByteArrayOutputStream(plain.length / 2 + 64);
        try (GZIPOutputStream out = new GZIPOutputStream(packed, 1 << 16) {
            {
                def.setLevel(Deflater.BEST_SPEED);
            }
        }) {
            out.write(plain);
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        }
        return packed.toByteArray();
    }

    @GetMapping(path = "/api/pictures/{key}", produces = MediaType.IMAGE_PNG_VALUE)
    ResponseEntity<byte[]> picture(@PathVariable String key) {
        return ResponseEntity.ok().cacheControl(FOR_EVER).body(binary(key));
    }

    private byte[] binary(String key) {
        return results.peek(key)
                .filter(byte[].class::isInstance)
                .map(byte[].class::cast)
                .orElseThrow(() -> new NotFoundException("This result is not kept any more; ask for the view again."));
    }
}
