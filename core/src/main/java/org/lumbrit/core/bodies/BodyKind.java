package org.lumbrit.core.bodies;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Sphere;

/** What kind of body rolls. A new kind is one record and its name in the {@code permits} line. */
public sealed interface BodyKind permits BodyKind.Ball, BodyKind.Log, BodyKind.Barrel, BodyKind.OfProp {
    /** It as a solid. @param density kg/m³ */
    Body body(Surroundings site, double density);

    /** As it is seen, in its own frame with its centre at the origin. */
    Mesh mesh(Surroundings site);

    /** What other bodies meet of it. */
    default Solid solid(Surroundings site) {
        return Solid.ofMesh(mesh(site));
    }

    /** Half of how wide it presses: the largest radius round which it rolls, metres. */
    double radius(Surroundings site);

    @Kind(name = "ball", title = "A ball", help = "A solid ball.")
    record Ball(
            @Setting(
                    title = "radius",
                    unit = "m",
                    min = 0.0005,
                    max = 1000,
                    slider = {0.05, 2},
                    byDefault = "0.5")
            double radius)
            implements BodyKind {
        @Override
        public Body body(Surroundings site, double density) {
            return Body.ball(radius, density);
        }

        @Override
        public Mesh mesh(Surroundings site) {
            return Mesh.of(Sphere.positions(4), Sphere.positions(4), Sphere.triangles(4))
                    .scaled(radius);
        }

        @Override
        public Solid solid(Surroundings site) {
            return Solid.ofBalls(body(site, 1).balls());
        }

        @Override
        public double radius(Surroundings site) {
            return radius;
        }
    }

    @Kind(name = "log", title = "A log", help = "A cylinder with rounded ends, lying along its own east.")
    record Log(
            @Setting(
                    title = "radius",
                    unit = "m",
                    min = 0.0005,
                    max = 1000,
                    slider = {0.05, 1},
                    byDefault = "0.18")
            double radius,

            @Setting(
                    title = "length",
                    unit = "m",
                    min = 0.001,
                    max = 1000,
                    slider = {0.2, 6},
                    byDefault = "1.6",
                    help = "Without its rounded ends")
            double length)
            implements BodyKind {
        @Override
        public Body body(Surroundings site, double density) {
            return Body.cylinder(radius, length, density, true);
        }

        @Override
        public Mesh mesh(Surroundings site) {
            return Turned.mesh(radius, length, true);
        }

        @Override
        public Solid solid(Surroundings site) {
            return Solid.ofBalls(body(site, 1).balls());
        }

        @Override
        public double radius(Surroundings site) {
            return radius;
        }
    }

    @Kind(name = "barrel", title = "A barrel", help = "A cylinder with flat ends, lying along its own east.")
    record Barrel(
            @Setting(
                    title = "radius",
                    unit = "m",
                    min = 0.0005,
                    max = 1000,
                    slider = {0.1, 1},
                    byDefault = "0.3")
            double radius,

            @Setting(
                    title = "length",
                    unit = "m",
                    min = 0.001,
                    max = 1000,
                    slider = {0.2, 3},
                    byDefault = "0.9")
            double length)
            implements BodyKind {
        @Override
        public Body body(Surroundings site, double density) {
            return Body.cylinder(radius, length, density, false);
        }

        @Override
        public Mesh mesh(Surroundings site) {
            return Turned.mesh(radius, length, false);
        }

        @Override
        public double radius(Surroundings site) {
            return radius;
        }
    }

    /** By the hull of a prop: its outermost corners in many directions. */
    @Kind(
            name = "prop",
            title = "A prop’s shape",
            help = "A closed prop, by its hull; the prop itself stays where it stands.")
    record OfProp(
            @Setting(title = "prop", refers = Refers.PROP) String prop) implements BodyKind {
        @Override
        public Body body(Surroundings site, double density) {
            return Hull.body(mesh(site), density);
        }

        @Override
        public Mesh mesh(Surroundings site) {
            PlacedMesh placed = site.scene().prop(prop);
            return Hull.centred(placed.mesh().scaled(placed.size()));
        }

        @Override
        public double radius(Surroundings site) {
            return Hull.radius(mesh(site));
        }
    }
}
