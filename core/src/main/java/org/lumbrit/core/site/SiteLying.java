package org.lumbrit.core.site;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Lying;
import org.lumbrit.core.recipe.Subject;
import org.lumbrit.core.snow.LayLayer;
import org.lumbrit.core.snow.Shell;
import org.lumbrit.core.surface.CrossingPatches;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SurfacePatch;
import org.lumbrit.core.surface.Tint;

/** What layers have laid on the ground, on props and on plants, the first layer below. */
public final class SiteLying {
    /** Cells of the ground from a patch's border within which nothing is lowered: the slope down to what is would tilt the light outside it. */
    private static final double CLEAR = 2.83;

    private final SiteEvaluation evaluation;
    private final SitePlan plan;

    SiteLying(SiteEvaluation evaluation) {
        this.evaluation = evaluation;
        this.plan = evaluation.plan();
    }

    /** The shown layers that lay stuff over surfaces. */
    public List<Layer> layers() {
        return plan.recipe().layers().stream()
                .filter(layer -> !layer.hidden() && layer.lying().isPresent())
                .toList();
    }

    /** Those whose stuff lies on the ground. */
    public List<Layer> onGround() {
        return layers().stream().filter(Layer::liesOnGround).toList();
    }

    private static Lying stuff(Layer layer) {
        return layer.lying().orElseThrow();
    }

    /** The finished ground as what lies on it has raised it; the ground itself where nothing does. */
    public Ground ground() {
        List<Layer> deep = onGround().stream()
                .filter(layer -> !stuff(layer).depth().isEmpty())
                .toList();
        Ground bare = plan.ground();
        if (deep.isEmpty()) {
            return bare;
        }
        KeyBuilder builder = new KeyBuilder("covered ground/1").add(bare.key());
        deep.forEach(layer -> builder.add(plan.fieldKey(layer, stuff(layer).depth())));
        String key = builder.key();
        return evaluation.results().get(key, evaluation.cancel(), shared -> {
            float[] heights = bare.heights().clone();
            Lattice nodes = new Lattice(bare, bare.columns(), bare.rows());
            SiteEvaluation sharing = evaluation.sharing(shared);
            for (Layer layer : deep) {
                float[] depth = sharing.over(
                        nodes, part -> sharing.field(layer, stuff(layer).depth(), part));
                for (int i = 0; i < heights.length; i++) {
                    heights[i] += depth[i];
                }
            }
            return bare.shaped(heights, key);
        });
    }

    /** Parts of the surface that shown layers press or raise, on finer grids; where several do, what comes of all. */
    public List<SurfacePatch> patches() {
        return plan.measure("joined patches", () -> CrossingPatches.joined(pressed(), evaluation.cancel()));
    }

    /** What each layer presses or raises by itself. */
    private List<SurfacePatch> pressed() {
        return plan.measure(
                "patches",
                () -> pressing()
                        .flatMap(layer -> layer.patch(evaluation.surroundings(layer)).stream())
                        .toList());
    }

    private Stream<Layer> pressing() {
        return plan.recipe().layers().stream()
                .filter(layer -> !layer.hidden() && layer.seen().contains(Subject.PATCH));
    }

    /** Content key of {@link #drawn} and of its patches. */
    public String drawnKey() {
        KeyBuilder key = new KeyBuilder("drawn ground/2").add(ground().key());
        pressing().forEach(layer -> key.add(plan.layerKey(layer)));
        return key.key();
    }

    /** The covered ground for drawing: lowered beneath the patches, so that these alone are seen where they are. */
    public Ground drawn() {
        Ground covered = ground();
        List<SurfacePatch> patches = pressed();
        if (patches.isEmpty()) {
            return covered;
        }
        String key = drawnKey();
        return evaluation.results().get(key, evaluation.cancel(), shared -> {
            float[] heights = covered.heights().clone();
            for (SurfacePatch patch : patches) {
                float under = (float) (patch.deepest() + 0.1 * patch.cell() + 0.01);
                for (int i = 0; i < heights.length; i++) {
                    double x = covered.x(i % covered.columns());
                    double z = covered.z(i / covered.columns());
                    if (patch.holds(x, z, CLEAR * covered.cell())) {
                        heights[i] = Math.min(heights[i], covered.heights()[i] - under);
                    }
                }
            }
            return covered.shaped(heights, key);
        });
    }

    /** Content key of {@link #over}. */
    public String overKey(Samples samples) {
        KeyBuilder key = new KeyBuilder("lying over/1").add(samples.key());
        onGround().forEach(layer -> key.add(plan.layerKey(layer)));
        return key.key();
    }

    /** What lies over the ground at samples: its colour, how far it hides what is below, and as tone how much it glitters. */
    public Tint over(Samples samples) {
        int count = samples.count();
        float[] colour = new float[3 * count];
        float[] strength = new float[count];
        float[] glint = new float[count];
        for (Layer layer : onGround()) {
            Lying stuff = stuff(layer);
            float[] weight = evaluation.field(layer, stuff.weight(), samples);
            double[] own = {
                stuff.colour().red(), stuff.colour().green(), stuff.colour().blue()
            };
            for (int i = 0; i < count; i++) {
                double above = weight[i] * stuff.opacity();
                double below = strength[i] * (1 - above);
                double all = above + below;
                for (int c = 0; c < 3 && all > 0; c++) {
                    colour[3 * i + c] = (float) ((own[c] * above + colour[3 * i + c] * below) / all);
                }
                strength[i] = (float) all;
                glint[i] = (float) (glint[i] + above * (stuff.glint() - glint[i]));
            }
        }
        return new Tint(colour, strength, glint);
    }

    /** Those whose stuff lies on a prop so deep that it has a surface of its own. */
    public List<Layer> deepOn(String propId) {
        return layers().stream()
                .filter(layer -> !stuff(layer).depth().isEmpty()
                        && layer.liesOn(plan.recipe().prop(propId).orElseThrow()))
                .toList();
    }

    /** Content key of {@link #shell}. */
    public String shellKey(Layer layer, String propId) {
        return new KeyBuilder("shell/1")
                .add(plan.layerKey(layer))
                .add(evaluation.samples(evaluation.placed(propId)).key())
                .key();
    }

    /** The surface of what a layer lays on a prop, in the prop's own frame. */
    public Shell shell(Layer layer, String propId) {
        PlacedMesh placed = evaluation.placed(propId);
        Samples vertices = evaluation.samples(placed);
        return evaluation.results().get(shellKey(layer, propId), evaluation.cancel(), shared -> {
            SiteEvaluation on = evaluation.sharing(shared).on(propId);
            return Shell.of(
                    placed,
                    on.field(layer, stuff(layer).weight(), vertices),
                    on.field(layer, stuff(layer).depth(), vertices));
        });
    }

    /** The layer whose stuff lies on the plants of a cover: the last of them that names it. */
    public Optional<Layer> onPlants(CoverLayer cover) {
        return layers().stream()
                .filter(layer -> References.of((Record) layer, Refers.LAYER).contains(cover.id()))
                .reduce((first, second) -> second);
    }

    /** How far the stuff of a layer covers the place of each plant's foot, 0..1. */
    public float[] atFeet(Layer layer, Plants plants) {
        return layer instanceof LayLayer lay
                ? lay.atFeet(evaluation.surroundings(layer), plants.feet())
                : evaluation.field(layer, stuff(layer).weight(), plants.feet());
    }
}
