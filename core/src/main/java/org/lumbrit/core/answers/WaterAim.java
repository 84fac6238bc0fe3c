package org.lumbrit.core.answers;

import java.util.List;
import java.util.Optional;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.edit.PropEdit;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Pose;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Submerged;
import org.lumbrit.core.vessels.Cavity;
import org.lumbrit.core.vessels.Filling;
import org.lumbrit.core.vessels.LiquidLayer;
import org.lumbrit.core.water.Afloat;

/** Solves what a liquid is filled with for a wanted level, and what a floating prop weighs for a wanted depth in the water. */
public final class WaterAim {
    /** Metres that count as met. */
    private static final double NEAR = 1e-4;

    private static final double LITRES = 1000;
    /** Kilograms in a cubic metre of water. */
    private static final double WATER = 1000;

    private WaterAim() {}

    /**
     * Solves the litres of a liquid for how high its top lies, in the vessel as it is tilted at the evaluation's time.
     *
     * @param id of the layer; @param metres of its top, over the site's height 0
     * @throws InvalidRecipeException where no such layer is, or its prop has no hollow
     */
    public static Aim.Solved level(
            SiteEvaluation evaluation, Results results, Cancel cancel, String id, double metres) {
        finite("metres", metres);
        Recipe recipe = evaluation.plan().recipe();
        LiquidLayer layer =
                recipe.layer(id, LiquidLayer.class).orElseThrow(() -> InvalidRecipeException.missing("liquid", id));
        PlacedMesh prop = evaluation.placed(layer.vessel());
        Cavity cavity = layer.cavity(prop.mesh())
                .orElseThrow(() -> new InvalidRecipeException(
                        "layer", "“" + layer.name() + "” has no hollow to fill; give it a prop that has one."));
        double[] up = prop.turn().inverse().rotate(0, 1, 0);
        double own = (metres - prop.origin()[1]) / prop.size();
        double[] ends = cavity.mesh().extentAlong(up[0], up[1], up[2]);
        double wanted =
                own <= ends[0] ? 0 : Submerged.below(cavity.mesh(), up[0], up[1], up[2], Math.min(own, ends[1]))[0];
        double litres = wanted * cube(prop.size()) * LITRES;
        LiquidLayer filled =
                Kinds.with(Kinds.with(layer, "filled", LiquidLayer.Filled.LITRES), "litres", Aim.rounded(litres));
        Recipe changed = new LayerEdit.Set(filled).apply(recipe);
        SiteEvaluation other = new SiteEvaluation(evaluation.plan().of(changed), results, cancel);
        Optional<Filling> filling = filled.now(other.surroundings(filled));
        double reached = filling.map(now -> now.height(0)).orElseThrow();
        boolean met = Math.abs(reached - metres) <= NEAR;
        return new Aim.Solved(
                "litres",
                Aim.rounded(litres),
                reached,
                met,
                (met ? "" : "It cannot be met; the nearest is this. ") + "With "
                        + Decimal.write(filling.orElseThrow().number(0, 4), 3) + " l its top lies at "
                        + Decimal.write(reached, 3) + " m.",
                List.of(new LayerEdit.Set(filled)));
    }

    /**
     * Solves the weight of a floating prop for how deep its lowest place lies in level water.
     *
     * @param id of the prop; @param metres below the water
     * @throws InvalidRecipeException where no such prop is, or it does not float
     */
    public static Aim.Solved draught(SiteEvaluation evaluation, String id, double metres) {
        finite("metres", metres);
        Prop prop = evaluation.plan().recipe().prop(id).orElseThrow(() -> InvalidRecipeException.missing("prop", id));
        Pose.Floats floats = prop.pose()
                .floating()
                .orElseThrow(() -> new InvalidRecipeException(
                        "prop", "“" + prop.name() + "” does not float; let it float on moving water first."));
        Mesh mesh = evaluation.mesh(prop);
        double[] up = prop.turned().inverse().rotate(0, 1, 0);
        double[] ends = mesh.extentAlong(up[0], up[1], up[2]);
        double level = Math.max(ends[0], Math.min(ends[1], ends[0] + metres / prop.size()));
        double weight =
                Aim.rounded(WATER * Math.abs(Submerged.below(mesh, up[0], up[1], up[2], level)[0]) * cube(prop.size()));
        Pose.Floats weighed = Kinds.with(floats, "weight", weight);
        double reached = weight > 0 ? Afloat.draught(prop, weighed, mesh).below() : 0;
        boolean met = weight > 0 && Math.abs(reached - metres) <= NEAR;
        List<Edit> edits =
                weight > 0 ? List.of(new PropEdit.Set(Kinds.with(prop, "pose", (Object) weighed))) : List.of();
        return new Aim.Solved(
                "weight",
                weight,
                reached,
                met,
                (met ? "" : "It cannot be met; the nearest is this. ") + "With " + Decimal.write(weight, 2)
                        + " kg its lowest place lies " + Decimal.write(100 * reached, 1) + " cm deep.",
                edits);
    }

    private static void finite(String what, double number) {
        if (!Double.isFinite(number)) {
            throw new InvalidRecipeException(what, "A number of metres belongs here.");
        }
    }

    private static double cube(double value) {
        return value * value * value;
    }
}
