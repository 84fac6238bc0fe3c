package org.lumbrit.core.cover;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.plants.StrandPlant;
import org.lumbrit.core.props.BoulderShape;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shape;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Place;

/** Covers on the ground and on props that tests work on. */
public final class Covers {
    private Covers() {}

    static PropertyRange same(double value) {
        return new PropertyRange(value, value, Combine.PRODUCT);
    }

    /** Properties in pairs: name, value at both ends. */
    public static Map<String, PropertyRange> properties(Object... pairs) {
        Map<String, PropertyRange> properties = new HashMap<>();
        for (int i = 0; i < pairs.length; i += 2) {
            properties.put((String) pairs[i], same(((Number) pairs[i + 1]).doubleValue()));
        }
        return properties;
    }

    public static CoverLayer on(Bed bed, Map<String, PropertyRange> properties) {
        return on("grass", bed, new Pattern.Scattered(), false, properties);
    }

    public static CoverLayer on(
            String id, Bed bed, Pattern pattern, boolean keepsClear, Map<String, PropertyRange> properties) {
        return new CoverLayer(
                id,
                id,
                4,
                false,
                new StrandPlant(4, 11, 50, 0.5, 0.7),
                bed,
                pattern,
                CoverLayer.HeadingFrom.NORTH,
                0,
                keepsClear,
                "#d8c98a",
                "#8a5a34",
                List.of(),
                List.of(),
                properties);
    }

    static Prop prop(Shape shape, double heading, double roll, double size, boolean standing) {
        return new Prop("stone", "Stone", shape, 3, 1, -2, heading, 0, roll, size, standing, 0, 0, "#888888", false);
    }

    static Prop box(double width, double height, double depth) {
        return prop(new BoxShape(width, height, depth), 0, 0, 1, false);
    }

    static Prop boulder(double heading, double roll, double size) {
        return prop(new BoulderShape(3, 2, 0.3, 0.5, 4, 7), heading, roll, size, true);
    }

    static SiteEvaluation site(
            Ground ground,
            List<Place> places,
            List<Prop> props,
            List<Falloff> falloffs,
            List<? extends Layer> layers,
            Drive... drives) {
        Recipe recipe = new Recipe(
                "Test",
                new GroundSpec("ground.png", ground.width(), 0, 10, Optional.empty()),
                places,
                props,
                falloffs,
                List.copyOf(layers),
                List.of(drives),
                new Clock(24, 8));
        return Sites.evaluate(recipe, ground);
    }
}
