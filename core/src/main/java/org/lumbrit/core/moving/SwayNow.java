package org.lumbrit.core.moving;

import java.util.Arrays;
import java.util.Optional;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.SwayLoop;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.site.SiteEvaluation;

/** How far some plants of a cover bend at one moment, between the frames before and after it. */
public final class SwayNow {
    private static final int FEW = 60_000;

    private final SwayLayer sway;
    private final PlantBends bends;
    private final SwayLoop loop;
    private final int[] number;
    private final int before;
    private final int after;
    private final double share;

    private SwayNow(SwayLayer sway, PlantBends bends, SwayLoop loop, int[] number, Frames frames, double seconds) {
        this.sway = sway;
        this.bends = bends;
        this.loop = loop;
        this.number = number;
        double at = (seconds - frames.start()) / frames.step();
        double whole = Math.floor(at);
        before = frames.wrapped((int) whole);
        after = frames.wrapped((int) whole + 1);
        share = at - whole;
    }

    /**
     * At the site's time.
     *
     * @param count of the cover's plants; @param picked those that are asked about, by number
     * @return none where nothing sways them
     */
    public static Optional<SwayNow> of(SiteEvaluation now, CoverLayer cover, int count, int[] picked) {
        if (picked.length == 0) {
            return Optional.empty();
        }
        SiteMotion motion = SiteMotion.of(now);
        return motion.swayOf(cover.id()).filter(sway -> !sway.hidden()).map(sway -> {
            now.cancel().doing("how " + cover.name() + " sways");
            int[] number = new int[count];
            Arrays.fill(number, -1);
            // where most are asked about, the loop of all is kept, and need not be made for each choice of them
            boolean all = count <= FEW && 4 * picked.length > count;
            for (int k = 0; k < picked.length; k++) {
                number[picked[k]] = all ? picked[k] : k;
            }
            SwayLoop loop = all ? motion.loop(sway) : motion.loop(sway, picked);
            return new SwayNow(
                    sway,
                    motion.bends(),
                    loop,
                    number,
                    motion.frames(),
                    now.plan().time());
        });
    }

    /** The sway that bends them. */
    public SwayLayer sway() {
        return sway;
    }

    /** How the meshes bend. */
    public PlantBends bends() {
        return bends;
    }

    /** Whether a plant was asked about. */
    public boolean holds(int plant) {
        return number[plant] >= 0;
    }

    /** Radians that a plant bends. @param axis 0 toward east, 1 toward south */
    public double bend(int plant, int axis) {
        double from = loop.bend(before, number[plant], axis);
        return from + share * (loop.bend(after, number[plant], axis) - from);
    }
}
