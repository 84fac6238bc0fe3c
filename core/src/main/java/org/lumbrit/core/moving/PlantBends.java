package org.lumbrit.core.moving;

import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.motion.Bend;
import org.lumbrit.core.motion.Crinkle;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.plants.CrossSection;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.plants.PlantOwner;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.PlantMaker;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;

/** How the meshes of swaying plants bend: how much of a bend each part takes, and how it crinkles. */
public final class PlantBends {
    private final SiteEvaluation still;
    private final Results results;
    private final Cancel cancel;
    private final Frames frames;

    PlantBends(SiteFrames site) {
        this.still = site.still;
        this.results = site.results;
        this.cancel = site.cancel;
        this.frames = site.frames;
    }

    private Recipe recipe() {
        return still.plan().recipe();
    }

    private CoverLayer coverOf(SwayLayer sway) {
        return (CoverLayer) SiteFrames.layerAt(still, sway.cover());
    }

    /** The crinkle of one variant of a cover's plant. */
    public Crinkle crinkle(SwayLayer sway, int variant) {
        String key = new KeyBuilder("crinkle/1")
                .add(still.plan().motionKey(sway))
                .add(variant)
                .key();
        return results.get(key, cancel, shared -> Crinkle.of(sway.seed(), variant, sway.crinkleRate(), frames));
    }

    /**
     * The mask at the places along where bending reads it, of a plant so many metres long: where falloffs drive it the mean over the
     * plant's outline there, so that what is painted on a leaf counts.
     */
    public float[] maskAlong(SwayLayer sway, double length, PlantMesh mesh, int variant) {
        Samples axis = Samples.allocateAlong(Samples.NOT_KEPT, Bend.NODES);
        double[] places = new double[Bend.NODES];
        for (int k = 0; k < Bend.NODES; k++) {
            places[k] = (double) k / (Bend.NODES - 1);
            axis.along()[k] = (float) k / (Bend.NODES - 1);
            axis.y()[k] = length * k / (Bend.NODES - 1);
            axis.ny()[k] = 1;
        }
        float[] onAxis = masked(sway, axis, mesh);
        return recipe().drivesOf(sway.id(), SwayLayer.MASK).isEmpty()
                ? onAxis
                : CrossSection.means(mesh, maskAt(sway, mesh, variant), places, onAxis);
    }

    /** The same of the first variant of what the cover plants. */
    public float[] maskOfFirst(SwayLayer sway) {
        return maskAlong(sway, 0);
    }

    /** The mask at every vertex of a plant. */
    public float[] maskAt(SwayLayer sway, PlantMesh mesh, int variant) {
        return masked(sway, PlantMaker.alongVertices(mesh, variant), mesh);
    }

    private float[] masked(SwayLayer sway, Samples along, PlantMesh mesh) {
        if (recipe().drivesOf(sway.id(), SwayLayer.MASK).isEmpty()) {
            PropertyRange range = sway.properties().get(SwayLayer.MASK);
            float[] even = new float[along.count()];
            for (int i = 0; i < even.length; i++) {
                even[i] = (float) range.at(along.along(i));
            }
            return even;
        }
        return still.within(new PlantOwner(mesh)).property(sway, SwayLayer.MASK, along);
    }

    /** How one detail of a variant of a cover's plant bends, fully grown, its mesh of length 1 and width 1. */
    public Bend bend(SwayLayer sway, int variant, int detail) {
        String key = new KeyBuilder("bend/1")
                .add(still.plan().motionKey(sway))
                .add(variant)
                .add(detail)
                .key();
        return results.get(key, cancel, shared -> {
            Plant planted = coverOf(sway).planted(recipe());
            List<Detail> levels = still.levels(coverOf(sway), variant).levels();
            return new Bend(levels.get(detail).mesh().unit(planted), maskAlong(sway, variant), sway.way());
        });
    }

    /** The mask at the places along where bending reads it, of a variant of what the cover of a sway plants. */
    public float[] maskAlong(SwayLayer sway, int variant) {
        CoverLayer cover = coverOf(sway);
        PlantMesh full = still.levels(cover, variant).full().mesh();
        return maskAlong(sway, cover.planted(recipe()).length(), full, variant);
    }
}
