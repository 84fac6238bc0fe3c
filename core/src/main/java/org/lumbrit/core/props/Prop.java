package org.lumbrit.core.props;

import java.util.HashSet;
import java.util.Set;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Placing;
import org.lumbrit.core.math.Quaternion;

/**
 * A thing that stands in the site. Its mesh is sized, turned about its own up to a heading, tipped by pitch and roll, aligned
 * to the ground where that is wished, and moved. Where it stands on the ground, y counts from the ground under its place to the
 * lowest point of its bounds, so that it follows the ground; otherwise y is where its own origin lies.
 */
public record Prop(
        @Apart String id,
        @Apart String name,

        @Setting(title = "shape", byDefault = "{\"kind\":\"boulder\"}")
        Shape shape,

        @Setting(
                title = "x",
                unit = "m",
                min = -1e6,
                max = 1e6,
                slider = {-80, 80},
                byDefault = "0",
                help = "To the east")
        double x,

        @Setting(
                title = "y",
                unit = "m",
                min = -1e6,
                max = 1e6,
                slider = {-5, 20},
                byDefault = "0",
                help = "Up: above the ground under it, or absolute where it does not stand on the ground")
        double y,

        @Setting(
                title = "z",
                unit = "m",
                min = -1e6,
                max = 1e6,
                slider = {-80, 80},
                byDefault = "0",
                help = "To the south")
        double z,

        @Setting(
                title = "heading",
                unit = "°",
                min = -3600,
                max = 3600,
                slider = {0, 360},
                byDefault = "0",
                help = "Turned clockwise seen from above")
        double heading,

        @Setting(
                title = "pitch",
                unit = "°",
                min = -360,
                max = 360,
                slider = {-90, 90},
                byDefault = "0",
                help = "Its front, to the north, lifted")
        double pitch,

        @Setting(
                title = "roll",
                unit = "°",
                min = -360,
                max = 360,
                slider = {-90, 90},
                byDefault = "0",
                help = "Its right side, to the east, lowered")
        double roll,

        @Setting(
                title = "size",
                min = 1e-4,
                max = 1e4,
                slider = {0.1, 5},
                byDefault = "1",
                help = "So many times as large as its shape")
        double size,

        @Setting(title = "stands on the ground", byDefault = "true")
        boolean standing,

        @Setting(
                title = "align",
                min = 0,
                max = 1,
                byDefault = "0",
                help = "0 stands upright, 1 stands out of the slope")
        double align,

        @Setting(
                title = "subdivide",
                min = 0,
                max = 6,
                byDefault = "0",
                help = "Cuts each triangle into four, so many times, for finer values")
        int subdivide,

        @Setting(title = "colour", refers = Refers.COLOUR, byDefault = "#8f8a80")
        String colour,

        @Setting(title = "hidden", byDefault = "false") @Apart
        boolean hidden,

        @Setting(title = "moves", byDefault = "{\"kind\":\"still\"}", help = "Stands still, or follows a path")
        Pose pose) {

    /** One that stands still. */
    public Prop(
            String id,
            String name,
            Shape shape,
            double x,
            double y,
            double z,
            double heading,
            double pitch,
            double roll,
            double size,
            boolean standing,
            double align,
            int subdivide,
            String colour,
            boolean hidden) {
        this(
                id,
                name,
                shape,
                x,
                y,
                z,
                heading,
                pitch,
                roll,
                size,
                standing,
                align,
                subdivide,
                colour,
                hidden,
                new Pose.Still());
    }

    /** What it reads of the site: the ground, where it stands on it; the time, where it moves by itself. */
    public Set<Surrounding> reads() {
        Set<Surrounding> read = new HashSet<>(pose.reads());
        if (standing || align > 0) {
            read.add(Surrounding.GROUND);
        }
        return read;
    }

    /** How it is turned, before it is aligned. */
    public Quaternion turned() {
        return Quaternion.about(0, 1, 0, -heading)
                .times(Quaternion.about(1, 0, 0, pitch))
                .times(Quaternion.about(0, 0, 1, -roll));
    }

    /** How it is turned on ground of a normal. */
    Quaternion turnedOn(double nx, double ny, double nz) {
        return Placing.align(nx, ny, nz, align).times(turned());
    }

    /** The same under another name. */
    public Prop renamed(String newName) {
        return copied(id, newName);
    }

    /** The same under another id and name. */
    public Prop copied(String newId, String newName) {
        return Kinds.with(Kinds.with(this, "id", newId), "name", newName);
    }

    /** The same of another shape. */
    public Prop withShape(Shape newShape) {
        return Kinds.with(this, "shape", newShape);
    }

    /** The same at another place, turned another way. */
    Prop standingAt(double newX, double newZ, double newHeading) {
        return new Prop(
                id,
                name,
                shape,
                newX,
                y,
                newZ,
                newHeading,
                pitch,
                roll,
                size,
                standing,
                align,
                subdivide,
                colour,
                hidden,
                pose);
    }
}
