package org.lumbrit.server.view;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.lumbrit.core.answers.Summary;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.formats.json.RecipeJson;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What is in the view. Told against an older one, its lists hold only what has changed since; {@link Standing} says what there is.
 *
 * @param key of all that is in it; @param since the key of the manifest that it is told against, "" where it is whole
 * @param subjects what is drawn; @param layers the numbers of each layer; @param falloffs their pictures and summaries
 * @param milliseconds how long it took to evaluate
 */
public record Manifest(
        @NotNull String key,
        @NotNull String since,
        @NotNull Integer revision,
        @NotNull Standing standing,
        @NotNull List<SubjectView> subjects,
        @NotNull List<LayerView> layers,
        @NotNull List<FalloffView> falloffs,
        @NotNull ShownView shown,
        @NotNull Long plants,
        @NotNull Long triangles,
        @NotNull Double milliseconds) {

    /** Ids of all that is in it, in order. */
    public record Standing(
            @NotNull List<String> subjects,
            @NotNull List<String> layers,
            @NotNull List<String> falloffs) {}

    /** The whole of it. */
    static Told whole(
            int revision,
            List<SubjectView> subjects,
            List<LayerView> layers,
            List<FalloffView> falloffs,
            ShownView shown,
            double milliseconds) {
        Standing standing = new Standing(
                subjects.stream().map(SubjectView::id).toList(),
                layers.stream().map(LayerView::id).toList(),
                falloffs.stream().map(FalloffView::id).toList());
        long plants = layers.stream().mapToLong(LayerView::plants).sum();
        long triangles = layers.stream().mapToLong(LayerView::triangles).sum()
                + subjects.stream().mapToLong(SubjectView::triangles).sum();
        List<String> parts = Stream.of(subjects, layers, falloffs)
                .flatMap(List::stream)
                .map(Manifest::text)
                .toList();
        KeyBuilder key = new KeyBuilder("manifest/2").add(revision).add(text(shown));
        parts.forEach(key::add);
        return new Told(
                new Manifest(
                        key.key(),
                        "",
                        revision,
                        standing,
                        subjects,
                        layers,
                        falloffs,
                        shown,
                        plants,
                        triangles,
                        milliseconds),
                parts);
    }

    /**
     * A manifest with its parts as they are told, so that telling what has changed writes none of them again.
     *
     * @param parts of its subjects, layers and falloffs, in order
     */
    record Told(Manifest whole, List<String> parts) {
        /** What has changed since another one, which whoever is told holds. */
        Manifest since(Told known) {
            Set<String> same = Set.copyOf(known.parts);
            int layers = whole.subjects.size();
            int falloffs = layers + whole.layers.size();
            return new Manifest(
                    whole.key,
                    known.whole.key,
                    whole.revision,
                    whole.standing,
                    changed(whole.subjects, 0, same),
                    changed(whole.layers, layers, same),
                    changed(whole.falloffs, falloffs, same),
                    whole.shown,
                    whole.plants,
                    whole.triangles,
                    whole.milliseconds);
        }

        private <T> List<T> changed(List<T> now, int first, Set<String> same) {
            return IntStream.range(0, now.size())
                    .filter(i -> !same.contains(parts.get(first + i)))
                    .mapToObj(now::get)
                    .toList();
        }
    }

    /** A part as it is told; what is told alike is alike. */
    private static String text(Object part) {
        return JsonMapper.shared().writeValueAsString(part);
    }

    /**
     * The numbers of a layer.
     *
     * @param plants how many stand, of a crowd as expected to 1 %; @param shown how many of them are in the picture, thinned by rank
     * @param triangles of all of them at full detail; @param bytes of memory that they take
     * @param lowered metres that a relief layer takes away at most, null for other layers; @param raised metres it adds at most
     * @param courseSteps how many steps its course has that can be looked at, 0 where it has none
     */
    public record LayerView(
            @NotNull String id,
            @NotNull String name,
            @NotNull Long plants,
            @NotNull Integer shown,
            @NotNull Long triangles,
            @NotNull Long bytes,
            Double lowered,
            Double raised,
            @NotNull Integer courseSteps) {}

    /** A falloff; all of its stages where it is the chosen one, else its result only. */
    public record FalloffView(
            @NotNull String id,
            @NotNull String name,
            @NotNull Boolean perPlant,
            @NotNull List<StageView> stages) {}

    /**
     * The source (stage 0) or a step of a falloff over the ground.
     *
     * @param picture key of a PNG under {@code /api/pictures/}
     */
    public record StageView(
            @NotNull Integer stage,
            @NotNull String title,
            @NotNull String picture,
            @NotNull Summary summary) {}

    /**
     * What the values view shows, in words and numbers; the values themselves are a subject.
     *
     * @param low the end of the scale; @param high the other end
     * @param seen the ground on which it is shown, in words: "the ground below Rain"
     * @param signed whether it runs both ways from 0
     * @param sentence on what is shown, "" where the drives of the row say all
     */
    public record ShownView(
            @NotNull String title,
            @NotNull String unit,
            @NotNull Double low,
            @NotNull Double high,
            @NotNull Summary summary,
            @NotNull String seen,
            @NotNull Boolean signed,
            @NotNull String sentence) {}

    /**
     * An automatic remark about a likely mistake.
     *
     * @param warning whether it is probably not meant, else it is only worth knowing
     * @param falloff where it is, "" where no falloff is meant; @param step likewise; @param layer likewise
     * @param remedy what the edits do, for a button; "" where there is none
     */
    public record FindingView(
            @NotNull Boolean warning,
            @NotNull String title,
            @NotNull String text,
            @NotNull String falloff,
            @NotNull String step,
            @NotNull String layer,
            @NotNull String remedy,

            @NotNull @Schema(type = "array", implementation = EditSchema[].class)
            JsonNode edits) {
        public static FindingView of(Finding finding) {
            return new FindingView(
                    finding.severity() == Finding.Severity.WARNING,
                    finding.title(),
                    finding.text(),
                    finding.falloff(),
                    finding.step(),
                    finding.layer(),
                    finding.remedy(),
                    RecipeJson.node(finding.edits()));
        }
    }

    /** Stands for the schema's Edit. */
    @Schema(ref = "#/components/schemas/Edit")
    interface EditSchema {}
}
