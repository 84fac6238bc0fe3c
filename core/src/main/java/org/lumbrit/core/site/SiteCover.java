package org.lumbrit.core.site;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.CoverSite;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.cover.PropertyValues;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;

/** What one cover asks of the site that is evaluated. */
final class SiteCover implements CoverSite {
    private final SiteEvaluation evaluation;
    private final SitePlan plan;
    private final CoverLayer layer;

    SiteCover(SiteEvaluation evaluation, CoverLayer layer) {
        this.evaluation = evaluation;
        this.plan = evaluation.plan();
        this.layer = layer;
    }

    @Override
    public Ground ground() {
        return plan.ground();
    }

    @Override
    public PropertyValues values(String surface) {
        SiteEvaluation there = evaluation.on(surface);
        return new PropertyValues() {
            @Override
            public float[] at(String property, Samples samples) {
                return there.property(layer, property, samples);
            }

            @Override
            public boolean driven(String property) {
                return !plan.recipe().drivesOf(layer.id(), property).isEmpty();
            }

            @Override
            public Region support(String property) {
                return new Support(plan.recipe(), there.scene()).of(layer, property);
            }

            @Override
            public String key(String property) {
                return plan.propertyKey(layer, property);
            }
        };
    }

    @Override
    public PlacedMesh prop(String propId) {
        return evaluation.placed(propId);
    }

    @Override
    public List<String> shownProps() {
        return plan.shownProps().stream().map(Prop::id).toList();
    }

    @Override
    public List<Point3> corners(String placeId) {
        Place place = plan.recipe().place(placeId).orElseThrow();
        List<Point3> corners = new ArrayList<>(place.corners());
        if (place.closed() && !corners.isEmpty()) {
            corners.add(corners.get(0));
        }
        return corners;
    }

    @Override
    public String placeKey(String placeId) {
        return plan.placeKey(placeId);
    }

    @Override
    public List<Plants> before(Region region) {
        return CoverLayer.before(plan.recipe(), layer).stream()
                .map(cover -> region.equals(Region.EVERYWHERE)
                        ? evaluation.plants(cover)
                        : evaluation.plants(cover, region.grown((layer.mostRoom() + cover.mostRoom()) / 2)))
                .toList();
    }

    /** Of a crowd that is looked at from far, only the part that is shown is kept clear of. */
    @Override
    public String beforeKey() {
        KeyBuilder key = new KeyBuilder("before/1").add(plan.earlierKey(layer));
        boolean thinned = false;
        for (CoverLayer cover : CoverLayer.before(plan.recipe(), layer)) {
            double share = evaluation.share(cover);
            key.add(share);
            thinned |= share < 1;
        }
        return thinned ? key.key() : plan.earlierKey(layer);
    }
}
