package org.lumbrit.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.drawn.Draw;
import org.lumbrit.core.drawn.Drawing;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.slices.SlicesLayer;
import org.lumbrit.formats.drawn.CutSheet;
import org.lumbrit.formats.drawn.DrawingPng;
import org.lumbrit.formats.drawn.DrawingSvg;
import org.lumbrit.formats.drawn.PlanSheet;
import org.lumbrit.formats.handover.Choice;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.json.Fresh;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.site.SiteFiles;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import tools.jackson.databind.JsonNode;

/** The place as lines, as files that others read. */
class DrawnFilesTest {
    private static final String SITE = """
            {"format": "lumbrit-recipe", "version": 1, "name": "Hill & <hut>",
             "ground": {"width": 60, "depth": 40, "resolution": 97, "lowest": 0, "highest": 0},
             "places": [{"kind": "point", "id": "top", "name": "Top", "at": [0, 0, 0]}],
             "props": [{"id": "hut", "name": "Hut", "shape": {"kind": "box", "width": 4, "height": 3, "depth": 4}, "x": 14, "z": 6, "standing": true}],
             "falloffs": [{"id": "near", "name": "Near", "source": {"kind": "distance", "place": "top", "near": 0, "far": 20, "measured": "plan"}, "steps": []}],
             "layers": [
               {"kind": "offset", "id": "hill", "name": "Hill", "properties": {"height": {"low": 0, "high": 11.9}}},
               {"kind": "drawn", "id": "lines", "name": "Lines", "every": 2, "index": 3, "ink": "#102030"}],
             "drives": [{"layer": "hill", "property": "height", "falloff": "near"}],
             "clock": {"framesPerSecond": 12, "loopSeconds": 0}}
            """;

    private static final Recipe RECIPE = RecipeJson.read(SITE.getBytes(StandardCharsets.UTF_8));
    private static final SiteFiles FILES = new SiteFiles(RECIPE, Map.of());
    private static final SiteEvaluation EVALUATION =
            SiteEvaluation.of(RECIPE, FILES.decoded(), 0, new ResultsOfOneRun(), Cancel.NEVER);
    private static final DrawnLayer LOOK = DrawnLayer.of(RECIPE).orElseThrow();

    private static Drawing drawing() {
        return Draw.of(EVALUATION, LOOK, Eye.over(EVALUATION.plan().ground(), 640, 400), 640, 400);
    }

    @Test
    void whatHoldsWithoutALayerIsWhatANewOneBeginsWith() {
        DrawnLayer fresh = (DrawnLayer) Fresh.layer(DrawnLayer.class);
        assertThat(DrawnLayer.plain()).isEqualTo(fresh.copied("drawn", "Drawn look", 1));
    }

    private static Document xml(byte[] svg) throws Exception {
        DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
        factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
        return factory.newDocumentBuilder().parse(new ByteArrayInputStream(svg));
    }

    @Test
    void theSvgHasANamedGroupForEachSortOfLineAndContoursKnowTheirHeight() throws Exception {
        Drawing drawing = drawing();
        Document document = xml(DrawingSvg.write(drawing, RECIPE.name()));
        assertThat(document.getDocumentElement().getAttribute("viewBox")).isEqualTo("0 0 640 400");
        assertThat(document.getElementsByTagName("title").item(0).getTextContent())
                .isEqualTo("Hill & <hut>");
        List<String> groups = new ArrayList<>();
        NodeList all = document.getElementsByTagName("g");
        for (int k = 0; k < all.getLength(); k++) {
            Element group = (Element) all.item(k);
            groups.add(group.getAttribute("id"));
            if (group.getAttribute("id").equals("lines")) {
                assertThat(group.getAttribute("stroke")).isEqualTo("#102030");
            }
            NodeList paths = group.getElementsByTagName("path");
            for (int i = 0; i < paths.getLength() && group.getAttribute("id").equals("index"); i++) {
                String height = ((Element) paths.item(i)).getAttribute("data-height");
                assertThat(Double.parseDouble(height) % 6).isZero();
            }
        }
        assertThat(groups).contains("facets", "contour", "index", "outline", "crease", "border", "foot");
        // every point of it lies in the picture
        for (Drawing.Stroke stroke : drawing.strokes()) {
            for (int k = 0; k < stroke.points().length; k += 2) {
                assertThat(stroke.points()[k]).isBetween(-0.01f, 640.01f);
                assertThat(stroke.points()[k + 1]).isBetween(-0.01f, 400.01f);
            }
        }
    }

    @Test
    void thePngHasInkWhereTheLinesAreAndPaperWhereNothingIs() throws Exception {
        Drawing drawing = drawing();
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(DrawingPng.write(drawing)));
        assertThat(image.getWidth()).isEqualTo(640);
        assertThat(image.getRGB(2, 2) & 0xFFFFFF).isEqualTo(drawing.paper());
        int dark = 0;
        int looked = 0;
        for (Drawing.Stroke stroke : drawing.strokes()) {
            if (stroke.width() > 0.5) {
                int x = Math.min(639, (int) stroke.points()[0]);
                int y = Math.min(399, (int) stroke.points()[1]);
                looked++;
                dark += (image.getRGB(x, y) & 0xFF) < 170 ? 1 : 0;
            }
        }
        assertThat(looked).isPositive();
        assertThat(dark).isGreaterThanOrEqualTo((int) (0.7 * looked));
    }

    @Test
    void slicesAreOutlinesInMillimetresWithNumbersAndDowelsThatMeet() throws Exception {
        Recipe recipe = RecipeJson.read(SITE.replace(
                        "{\"kind\": \"drawn\"",
                        "{\"kind\": \"slices\", \"id\": \"stack\", \"name\": \"Stack\", \"count\": 5, \"rises\": 0, \"rounded\": 0}, {\"kind\": \"drawn\"")
                .replace(
                        "\"drives\": [",
                        "\"drives\": [{\"layer\": \"stack\", \"property\": \"solid\", \"falloff\": \"near\"}, ")
                .getBytes(StandardCharsets.UTF_8));
        SiteEvaluation site = SiteEvaluation.of(recipe, FILES.decoded(), 0, new ResultsOfOneRun(), Cancel.NEVER);
        SlicesLayer layer = recipe.layersOf(SlicesLayer.class).get(0);
        SlicesLayer.Stack stack = layer.stack(site.surroundings(layer));
        Document document = xml(CutSheet.write(stack, "Stack"));
        assertThat(document.getDocumentElement().getAttribute("width")).endsWith("mm");
        NodeList groups = document.getElementsByTagName("g");
        assertThat(groups.getLength()).isEqualTo(5);
        double mm = 1000 / CutSheet.scale(stack);
        List<List<Double>> above = new ArrayList<>();
        for (int k = 0; k < 5; k++) {
            Element group = (Element) groups.item(k);
            assertThat(group.getElementsByTagName("text").item(0).getTextContent())
                    .isEqualTo("" + k);
            // a cone: the radius of slice k is where the falloff is k fifths
            String path = ((Element) group.getElementsByTagName("path").item(0)).getAttribute("d");
            double west = 1e9;
            double east = -1e9;
            for (String point : path.split("[MLZ]")) {
                String[] numbers = point.trim().split("\\s+");
                for (int n = 0; n + 1 < numbers.length; n += 2) {
                    west = Math.min(west, Double.parseDouble(numbers[n]));
                    east = Math.max(east, Double.parseDouble(numbers[n]));
                }
            }
            if (k > 0) {
                assertThat((east - west) / mm).isCloseTo(2 * 20 * (1 - k / 5.0), within(0.3));
            }
            List<Double> holes = new ArrayList<>();
            List<Double> below = new ArrayList<>();
            NodeList circles = group.getElementsByTagName("circle");
            double left = Double.parseDouble(
                    ((Element) group.getElementsByTagName("text").item(0)).getAttribute("x"));
            for (int i = 0; i < circles.getLength(); i++) {
                Element circle = (Element) circles.item(i);
                double at = Double.parseDouble(circle.getAttribute("cx")) - left;
                (circle.getAttribute("class").equals("above") ? holes : below).add(at);
            }
            if (k > 0) {
                assertThat(below)
                        .hasSize(2)
                        .zipSatisfy(above.get(k - 1), (a, b) -> assertThat(a).isCloseTo(b, within(2e-3)));
            }
            above.add(holes);
        }
    }

    @Test
    void aHandOverHasThePictureTheContoursAndAPlan() throws Exception {
        Map<String, byte[]> files = new LinkedHashMap<>();
        HandOver.write(
                EVALUATION, FILES, new Choice(Set.of(HandOver.DRAWN), Set.of(), Choice.TEXELS), (name, content) -> {
                    ByteArrayOutputStream out = new ByteArrayOutputStream();
                    content.writeTo(out);
                    files.put(name, out.toByteArray());
                });
        assertThat(files.keySet())
                .contains("drawn/whole.svg", "drawn/whole.png", "drawn/contours.geojson", "drawn/plan.pdf");
        JsonNode contours = RecipeJson.tree(files.get("drawn/contours.geojson"));
        List<Double> heights = new ArrayList<>();
        for (JsonNode line : contours.get("features")) {
            double height = line.at("/properties/height").asDouble();
            heights.add(height);
            assertThat(line.at("/properties/heavier").asBoolean()).isEqualTo(height % 6 == 0);
            for (JsonNode corner : line.at("/geometry/coordinates")) {
                double away = Math.hypot(corner.get(0).asDouble(), corner.get(1).asDouble());
                assertThat(corner.get(2).asDouble()).isEqualTo(height);
                assertThat(11.9 * (1 - away / 20)).isCloseTo(height, within(0.15));
            }
        }
        assertThat(heights).containsExactly(2.0, 4.0, 6.0, 8.0, 10.0);
        try (PDDocument plan = Loader.loadPDF(files.get("drawn/plan.pdf"))) {
            assertThat(plan.getPage(0).getMediaBox().getWidth() / 72 * 25.4).isCloseTo(420, within(0.1));
            assertThat(new PDFTextStripper().getText(plan))
                    .contains("Hill & <hut>", "1 : 200 on A3", "Contours every 2 m", "Index contours", "15 m");
            BufferedImage sheet = new PDFRenderer(plan).renderImageWithDPI(0, 72);
            // the ground is 300 mm wide at 1 : 200, so its west border stands 150 mm from the middle
            int middle = sheet.getWidth() / 2;
            int west = (int) Math.round(middle - 150 * 72 / 25.4);
            int row = (int) Math.round((12 + 0.3 * 245) * 72 / 25.4);
            int darkest = 255;
            for (int x = west - 2; x <= west + 2; x++) {
                darkest = Math.min(darkest, sheet.getRGB(x, row) & 0xFF);
            }
            assertThat(darkest).isLessThan(140);
            assertThat(sheet.getRGB(west - 12, row) & 0xFFFFFF)
                    .isEqualTo(LOOK.paper().equals("#f7f3e8") ? 0xf7f3e8 : 0);
        }
        assertThat(PlanSheet.scale(EVALUATION.plan().ground())).isEqualTo(200);
        Thread.sleep(1100);
        assertThat(PlanSheet.write(EVALUATION, LOOK))
                .as("whenever it is written")
                .isEqualTo(files.get("drawn/plan.pdf"));
    }
}
