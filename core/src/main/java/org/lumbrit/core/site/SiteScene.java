package org.lumbrit.core.site;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.Scene;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.ContourLines;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Owner;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.PointIndex;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SegmentTree;

/** What the sources of a site measure from. */
final class SiteScene implements Scene {
    private final SiteEvaluation evaluation;
    private final SitePlan plan;
    private final Results results;
    private final Cancel cancel;
    private final String prop;
    private final Optional<Owner> owner;

    SiteScene(SiteEvaluation evaluation, Results results, Cancel cancel, String prop, Optional<Owner> owner) {
        this.evaluation = evaluation;
        this.plan = evaluation.plan();
        this.results = results;
        this.cancel = cancel;
        this.prop = prop;
        this.owner = owner;
    }

    @Override
    public Owner owner() {
        return owner.orElseGet(() -> prop.isEmpty() ? ground() : evaluation.placed(prop));
    }

    @Override
    public PlacedMesh prop(String propId) {
        return evaluation.placed(propId);
    }

    @Override
    public List<PlacedMesh> props() {
        return plan.shownProps().stream()
                .map(each -> evaluation.placed(each.id()))
                .toList();
    }

    @Override
    public double time() {
        return plan.time();
    }

    @Override
    public double loop() {
        return plan.recipe().clock().loopSeconds();
    }

    @Override
    public Ground ground() {
        return plan.ground();
    }

    @Override
    public SegmentTree tree(String placeId, boolean flat) {
        return plan.measure("tree " + placeId + flat, () -> {
            Place place = plan.recipe().place(placeId).orElseThrow();
            return new SegmentTree(place.corners(), place.closed(), flat);
        });
    }

    @Override
    public Optional<AreaPlace> area(String placeId) {
        return plan.recipe().place(placeId).filter(AreaPlace.class::isInstance).map(AreaPlace.class::cast);
    }

    @Override
    public Optional<Double> water() {
        return plan.recipe().ground().waterLevel();
    }

    @Override
    public Optional<SegmentTree> shore() {
        return plan.measure(
                "shore",
                () -> water().map(level -> ContourLines.at(ground(), level))
                        .filter(lines -> lines.length > 0)
                        .map(lines -> {
                            for (int i = 1; i < lines.length; i += 3) {
                                lines[i] = 0;
                            }
                            return new SegmentTree(lines);
                        }));
    }

    @Override
    public PointIndex plants(String layerId) {
        CoverLayer layer = (CoverLayer) plan.recipe().layer(layerId).orElseThrow();
        String key = new KeyBuilder("plant index/1").add(plan.layerKey(layer)).key();
        return results.get(key, cancel, shared -> {
            Samples feet = evaluation.whole(layer).feet();
            return new PointIndex(feet.x(), feet.y(), feet.z());
        });
    }

    @Override
    public Picture picture(String file) {
        return plan.assets().picture(file);
    }

    @Override
    public float[] result(String layerId, String result, Samples samples) {
        return evaluation.field(plan.recipe().layer(layerId).orElseThrow(), result, samples);
    }

    @Override
    public float[] overGround(String key, Function<Cancel, float[]> compute) {
        return results.get(
                new KeyBuilder("over ground").add(key).add(ground().key()).key(), cancel, compute);
    }
}
