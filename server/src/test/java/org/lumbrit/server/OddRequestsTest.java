package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Requests that no page of ours sends: each is answered by a problem in words, with its own type, none by a failure. */
@ExtendWith(RunningServer.Extension.class)
class OddRequestsTest {
    private final RunningServer server;

    OddRequestsTest(RunningServer server) {
        this.server = server;
    }

    private String level() {
        return server.post("/api/sites", "{\"name\":\"Level\",\"width\":10,\"resolution\":9}")
                .json()
                .get("id")
                .asString();
    }

    private static void isProblem(RunningServer.Answer answer, int status) {
        assertThat(answer.status()).as(answer.text()).isEqualTo(status);
        assertThat(answer.response().headers().firstValue("Content-Type").orElse(""))
                .startsWith("application/problem+json");
        assertThat(answer.json().get("type").asString()).startsWith("urn:lumbrit:");
        assertThat(answer.json().get("detail").asString()).isNotBlank();
    }

    @ParameterizedTest
    @ValueSource(strings = {"\"NaN\"", "\"Infinity\"", "1e308", "-1e308", "10000001"})
    void aPlaceThatCanBeNoneIsRefusedByItsField(String x) {
        String site = "/api/sites/" + level();
        RunningServer.Answer why = server.post(
                site + "/why",
                "{\"base\":1,\"layer\":\"grass\",\"property\":\"density\",\"x\":%s,\"z\":0,\"plant\":-1}".formatted(x));
        isProblem(why, 400);
        RunningServer.Answer profile = server.post(
                site + "/profile",
                "{\"base\":1,\"edits\":[],\"fromX\":%s,\"fromZ\":0,\"toX\":1,\"toZ\":0,\"layer\":\"\"}".formatted(x));
        isProblem(profile, 400);
        if (profile.json().has("fields")) {
            assertThat(profile.json().at("/fields/0/path").asString()).isEqualTo("fromX");
        }
    }

    @Test
    void countsFromBelowNoughtAreRefused() {
        String id = level();
        RunningServer.Answer moved = server.patch("/api/sites/" + id, """
                {"base":1,"edits":[{"kind":"add-falloff","added":
                  {"id":"high","name":"High","source":{"kind":"height"},"steps":[]},"index":-5}]}""");
        isProblem(moved, 422);
        assertThat(moved.json().get("detail").asString()).contains("−5".replace('−', '-'));
        RunningServer.Answer why = server.post(
                "/api/sites/" + id + "/why",
                "{\"base\":1,\"layer\":\"grass\",\"property\":\"density\",\"x\":0,\"z\":0,\"plant\":-5}");
        isProblem(why, 400);
    }

    @Test
    void theAddressOfErrorsIsNothingByItself() {
        isProblem(server.get("/error"), 404);
        isProblem(server.get("/api/nothing"), 404);
    }

    @Test
    void aMethodThatIsNotTakenIsAProblem() {
        isProblem(
                server.send(HttpRequest.newBuilder(URI.create(server.address() + "/api/kinds"))
                        .DELETE()),
                405);
    }

    /** What Tomcat refuses before any of our code is asked. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "TRACE / HTTP/1.1 | 405",
                "GET /a b HTTP/1.1 | 400",
                "GET /<x> HTTP/1.1 | 400",
                "GET /%zz HTTP/1.1 | 400",
                "GET /%2e%2e%2f%2e%2e HTTP/1.1 | 400",
                "HELLO | 400"
            })
    void aRequestThatIsNoneIsAProblemToo(String line, int status) throws IOException {
        URI address = URI.create(server.address());
        try (Socket socket = new Socket(address.getHost(), address.getPort())) {
            socket.setSoTimeout(20_000);
            socket.getOutputStream()
                    .write((line + "\r\nHost: " + address.getAuthority() + "\r\nConnection: close\r\n\r\n")
                            .getBytes(StandardCharsets.ISO_8859_1));
            String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(answer).startsWith("HTTP/1.1 " + status).doesNotContain("<html", "Tomcat");
            assertThat(answer).contains("application/problem+json", "urn:lumbrit:");
        }
    }
}
