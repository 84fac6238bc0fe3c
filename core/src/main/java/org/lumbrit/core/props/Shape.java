package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.surface.Mesh;

/** What a prop is made of. A new shape is one record of its own and its name in the {@code permits} line. */
public sealed interface Shape
        permits MeshShape,
                BoulderShape,
                StoneWallShape,
                PlanksShape,
                TowerShape,
                HutShape,
                RaftShape,
                BarrelShape,
                VesselShape,
                LogShape,
                SledgeShape,
                PostsShape,
                PoleShape,
                BannerShape,
                LanternShape,
                BoxShape {

    /**
     * Its triangles in its own frame.
     *
     * @param files finds the mesh of a file beside the recipe, in the file's own units and axes
     */
    Mesh mesh(Function<String, Mesh> files);
}
