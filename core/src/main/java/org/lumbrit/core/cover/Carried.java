package org.lumbrit.core.cover;

import java.util.function.Function;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.surface.Samples;

/** Plants that stand on a prop go where it goes. */
public final class Carried {
    private Carried() {}

    /**
     * Plants as the props that they stand on have carried them: each keeps its place on the prop, turns with it, and keeps its own
     * size.
     *
     * @param before where a prop stood, by its id, when the plants were placed; @param now where it stands
     * @return the same plants where no prop has moved
     */
    public static Plants of(Plants plants, Function<String, PlacedMesh> before, Function<String, PlacedMesh> now) {
        Moved[] moved = new Moved[plants.surfaces().size()];
        KeyBuilder key = new KeyBuilder("carried/1").add(plants.feet().key());
        boolean any = false;
        for (int s = 0; s < moved.length; s++) {
            String surface = plants.surfaces().get(s);
            if (surface.isEmpty()) {
                continue;
            }
            PlacedMesh here = now.apply(surface);
            PlacedMesh there = before.apply(surface);
            if (!here.key().equals(there.key())) {
                moved[s] = new Moved(there, here, here.turn().times(there.turn().inverse()));
                key.add(surface).add(here.key());
                any = true;
            }
        }
        return any ? carried(plants, moved, key.key()) : plants;
    }

    /** @param turn from the one to the other */
    private record Moved(PlacedMesh from, PlacedMesh to, Quaternion turn) {
        double[] place(double x, double y, double z) {
            double[] o = from.origin();
            double[] own = from.turn().inverse().rotate(x - o[0], y - o[1], z - o[2]);
            return to.toPlace(own[0] / from.size(), own[1] / from.size(), own[2] / from.size());
        }
    }

    private static Plants carried(Plants plants, Moved[] moved, String key) {
        Samples feet = plants.feet();
        double[][] at = {feet.x().clone(), feet.y().clone(), feet.z().clone()};
        float[][] normal = {feet.nx().clone(), feet.ny().clone(), feet.nz().clone()};
        float[] turn = plants.turn().clone();
        for (int i = 0; i < plants.count(); i++) {
            Moved by = moved[plants.surface().length == 0 ? 0 : plants.surface()[i]];
            if (by == null) {
                continue;
            }
            double[] place = by.place(at[0][i], at[1][i], at[2][i]);
            double[] up = by.turn.rotate(normal[0][i], normal[1][i], normal[2][i]);
            for (int d = 0; d < 3; d++) {
                at[d][i] = place[d];
                normal[d][i] = (float) up[d];
            }
            Quaternion turned =
                    by.turn.times(new Quaternion(turn[4 * i], turn[4 * i + 1], turn[4 * i + 2], turn[4 * i + 3]));
            turn[4 * i] = (float) turned.x();
            turn[4 * i + 1] = (float) turned.y();
            turn[4 * i + 2] = (float) turned.z();
            turn[4 * i + 3] = (float) turned.w();
        }
        return plants.at(feet.at(key, at, normal), turn);
    }
}
