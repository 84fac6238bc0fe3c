package org.lumbrit.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What moves, through the running server. */
@ExtendWith(RunningServer.Extension.class)
class MotionTest {
    private final RunningServer server;

    MotionTest(RunningServer server) {
        this.server = server;
    }

    private String site(double gustLength) {
        String id = server.post("/api/sites", """
                {"name":"Windy","width":30,"depth":30,"resolution":33,"lowest":2}""").json().get("id").asString();
        server.edit(id, """
                [{"kind":"set-clock","clock":{"framesPerSecond":24,"loopSeconds":2.5}},
                 {"kind":"add-layer","added":{"kind":"plant","id":"clump","name":"Clump","plant":{"kind":"clump"}}},
                 {"kind":"add-layer","added":{"kind":"cover","id":"grass","name":"Grass","plant":{"kind":"kept","plant":"clump"},
                  "properties":{"density":{"low":0,"high":1},"spacing":{"low":0.3,"high":0.3}}}},
                 {"kind":"set-prop","prop":{"id":"flag","name":"Flag","shape":{"kind":"banner"},"y":3,"standing":false}},
                 {"kind":"add-layer","added":{"kind":"wind","id":"wind","name":"Wind","gustSpeed":8,"gustLength":%s,
                  "turbulenceSize":2}},
                 {"kind":"add-layer","added":{"kind":"sway","id":"sway","name":"Sway","wind":"wind","cover":"grass"}},
                 {"kind":"add-layer","added":{"kind":"push","id":"wave","name":"Wave","wind":"wind","prop":"flag","travel":0.5,
                  "featureSize":1}},
                 {"kind":"add-layer","added":{"kind":"grains","id":"rime","name":"Rime","count":500,
                  "carrier":{"kind":"plants","of":"grass"}}},
                 {"kind":"set-keys","track":{"of":"prop","id":"flag","setting":"roll","keys":[[0,0],[1,20],[2.5,0]]}}]""".formatted(gustLength));
        return "/api/sites/" + id;
    }

    private JsonNode motion(String site, String edits) {
        int base = server.get(site).json().get("revision").asInt();
        RunningServer.Answer answer =
                server.post(site + "/motion", "{\"base\":" + base + ",\"edits\":[" + edits + "],\"full\":false}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    /** An array of a bundle as bytes, and how many numbers it has of two bytes. */
    private ByteBuffer array(String key, String name) {
        byte[] bundle = server.get("/api/data/" + key).body();
        ByteBuffer bytes = ByteBuffer.wrap(bundle).order(ByteOrder.LITTLE_ENDIAN);
        int length = bytes.getInt(4);
        JsonNode head = RunningServer.JSON.readTree(new String(bundle, 8, length, StandardCharsets.UTF_8));
        for (JsonNode each : head.get("arrays")) {
            if (each.get("name").asString().equals(name)) {
                return bytes.slice(
                                each.get("offset").asInt(), each.get("length").asInt())
                        .order(ByteOrder.LITTLE_ENDIAN);
            }
        }
        throw new AssertionError("no array " + name);
    }

    @Test
    void blocksHoldEveryFrameAndTheOneAfterAndMeetAtTheSeam() {
        JsonNode motion = motion(site(4), "");
        assertThat(motion.get("frames").asInt()).isEqualTo(60);
        assertThat(motion.get("loops").asBoolean()).isTrue();
        assertThat(motion.at("/seam/seen").asBoolean()).isFalse();
        JsonNode sway = motion.get("sways").get(0);
        int plants = sway.get("plants").asInt();
        assertThat(plants).isGreaterThan(300);
        assertThat(sway.get("blocks")).hasSize(3);
        ByteBuffer first = array(sway.at("/blocks/0").asString(), "bends");
        ByteBuffer second = array(sway.at("/blocks/1").asString(), "bends");
        ByteBuffer last = array(sway.at("/blocks/2").asString(), "bends");
        int row = 4 * plants;
        assertThat(first.remaining()).isEqualTo(25 * row);
        assertThat(last.remaining()).isEqualTo(13 * row);
        assertThat(first.slice(24 * row, row)).as("the frame after the block").isEqualTo(second.slice(0, row));
        assertThat(last.slice(12 * row, row))
                .as("after the last frame comes the first")
                .isEqualTo(first.slice(0, row));
        assertThat(motion.get("bytes").asLong()).isGreaterThan(60L * row);
        JsonNode push = motion.get("pushes").get(0);
        assertThat(array(push.at("/blocks/0").asString(), "pushes").remaining() % 50)
                .isZero();
        JsonNode grains = motion.get("grains").get(0);
        assertThat(array(grains.at("/blocks/0").asString(), "speeds").remaining())
                .isEqualTo(25 * 500);
        ByteBuffer placed = array(motion.at("/props/0/key").asString(), "placed");
        assertThat(placed.remaining()).isEqualTo(60 * 8 * 4);
    }

    @Test
    void anEditThatIsNotSavedMovesOnlyWhatItChangesAndAWindThatDoesNotFitIsSaid() {
        String site = site(4);
        JsonNode before = motion(site, "");
        JsonNode after = motion(site, """
                {"kind":"set-property","layer":"sway","property":"bend","range":{"low":0,"high":20}}""");
        assertThat(after.at("/sways/0/blocks/0")).isNotEqualTo(before.at("/sways/0/blocks/0"));
        assertThat(after.at("/pushes/0/blocks")).isEqualTo(before.at("/pushes/0/blocks"));
        assertThat(after.at("/winds/0/key")).isEqualTo(before.at("/winds/0/key"));
        String broken = site(4.7);
        assertThat(motion(broken, "").at("/seam/seen").asBoolean()).isTrue();
        JsonNode loop = server.get(broken + "/loop").json();
        assertThat(loop.at("/proposals/0/text").asString()).contains("4.255");
        assertThat(loop.at("/proposals/0/options")).hasSize(2);
        server.edit(broken.substring("/api/sites/".length()), loop.get("all").toString());
        assertThat(server.get(broken + "/loop").json().get("proposals")).isEmpty();
        assertThat(motion(broken, "").at("/seam/seen").asBoolean()).isFalse();
    }

    @Test
    void theNurseryTriesAPlantInTheSitesWind() {
        String site = site(4);
        JsonNode breeze = server.get(site + "/breeze?plant=clump").json();
        assertThat(breeze.get("wind").asString()).isEqualTo("Wind");
        assertThat(breeze.get("sway").asString()).isEqualTo("Sway");
        ByteBuffer bends = array(breeze.get("key").asString(), "bends");
        double most = 0;
        for (int i = 0; i < bends.remaining() / 4; i++) {
            most = Math.max(most, Math.abs(bends.getFloat(4 * i)));
        }
        assertThat(most).isBetween(0.05, Math.toRadians(70));
        String calm =
                "/api/sites/" + server.post("/api/sites", """
                {"name":"Calm","width":30,"depth":30,"resolution":33,"lowest":2}""").json().get("id").asString();
        server.edit(calm.substring("/api/sites/".length()), """
                [{"kind":"add-layer","added":{"kind":"plant","id":"clump","name":"Clump","plant":{"kind":"clump"}}}]""");
        RunningServer.Answer none = server.get(calm + "/breeze?plant=clump");
        assertThat(none.status()).isEqualTo(404);
        assertThat(none.json().get("detail").asString()).contains("No wind blows");
    }

    @Test
    void whatIsPaintedOnThePlantIsSeenOnItsSheetAndIsHowItGivesWay() {
        String site = site(4);
        server.edit(site.substring("/api/sites/".length()), """
                [{"kind":"add-falloff","added":{"id":"hand","name":"By hand","source":{"kind":"brush","strokes":[]}},"index":0},
                 {"kind":"set-drive","drive":{"layer":"sway","property":"mask","falloff":"hand","curve":[[0,0],[1,1]]}}]""");
        assertThat(greatest(sheetValues(site, ""))).as("nothing is painted yet").isZero();
        assertThat(weights(site)).containsOnly((short) 0);
        // over all the tips, not saved yet
        String stroke = """
                {"kind":"set-source","falloff":"hand","source":{"kind":"brush","strokes":[
                  {"points":[[0,0.4,0]],"radius":0.3,"strength":1,"softness":0.2,"mode":"add"}]}}""";
        assertThat(greatest(sheetValues(site, stroke))).isEqualTo(1);
        server.edit(site.substring("/api/sites/".length()), "[" + stroke + "]");
        List<Short> weights = weights(site);
        assertThat(weights).as("the foot").contains((short) 0);
        assertThat(weights).as("what is painted").anyMatch(weight -> weight > 32767 / 2);
        int base = server.get(site).json().get("revision").asInt();
        RunningServer.Answer none = server.post(site + "/sheet", sheetWish(base, "", "nothing"));
        assertThat(none.status()).isEqualTo(422);
        assertThat(none.json().get("detail").asString()).contains("nothing");
    }

    /** The share of the bend by which each vertex on the sheet turns, 32767 for all of it: the last of its 28 numbers. */
    private List<Short> weights(String site) {
        int base = server.get(site).json().get("revision").asInt();
        JsonNode sheet =
                server.post(site + "/sheet", sheetWish(base, "", "hand")).json();
        ByteBuffer pieces = array(sheet.get("key").asString(), "blown0");
        List<Short> weights = new ArrayList<>();
        for (int at = 27; 2 * at < pieces.limit(); at += 28) {
            weights.add(pieces.getShort(2 * at));
        }
        return weights;
    }

    private static String sheetWish(int base, String edits, String falloff) {
        return "{\"base\":%d,\"edits\":[%s],\"plant\":\"clump\",\"growth\":1,\"detail\":0,\"falloff\":\"%s\",\"stage\":-1}"
                .formatted(base, edits, falloff);
    }

    private ByteBuffer sheetValues(String site, String edits) {
        int base = server.get(site).json().get("revision").asInt();
        RunningServer.Answer sheet = server.post(site + "/sheet", sheetWish(base, edits, "hand"));
        assertThat(sheet.status()).as(sheet.text()).isEqualTo(200);
        return array(sheet.json().get("key").asString(), "values0");
    }

    private static float greatest(ByteBuffer floats) {
        float most = Float.NEGATIVE_INFINITY;
        for (int i = 0; i < floats.remaining() / 4; i++) {
            most = Math.max(most, floats.getFloat(4 * i));
        }
        return most;
    }

    @Test
    void gustsAreShownOnTheGroundAtTheClocksTime() {
        String site = site(4);
        int base = server.get(site).json().get("revision").asInt();
        String at =
                "{\"base\":%d,\"edits\":[],\"view\":{\"falloff\":\"\",\"stage\":-1,\"layer\":\"wind\",\"property\":\"wind\",\"time\":%s}}";
        JsonNode now =
                server.post(site + "/view", at.formatted(base, "0")).json().get("shown");
        JsonNode later =
                server.post(site + "/view", at.formatted(base, "0.7")).json().get("shown");
        JsonNode again =
                server.post(site + "/view", at.formatted(base, "2.5")).json().get("shown");
        assertThat(now.get("unit").asString()).isEqualTo("m/s");
        assertThat(now.get("high").asDouble()).isCloseTo(5 * 1.6, within(1e-9));
        assertThat(now.at("/summary/max").asDouble())
                .isGreaterThan(now.at("/summary/min").asDouble() + 2);
        assertThat(later.at("/summary/histogram")).isNotEqualTo(now.at("/summary/histogram"));
        assertThat(again.at("/summary/histogram")).as("after the loop").isEqualTo(now.at("/summary/histogram"));
    }

    @Test
    void aClockThatWouldBeTooLongIsRefusedInWords() {
        String site = site(4);
        int base = server.get(site).json().get("revision").asInt();
        RunningServer.Answer answer = server.patch(
                site,
                "{\"base\":" + base
                        + ",\"edits\":[{\"kind\":\"set-clock\",\"clock\":{\"framesPerSecond\":240,\"loopSeconds\":3600}}]}");
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.text()).contains("864000 frames");
    }
}
