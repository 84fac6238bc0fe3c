package org.lumbrit.core.props;

import java.util.Optional;
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

    /** The file of the mesh that was brought in, where it is one. */
    default Optional<String> meshFile() {
        return Optional.empty();
    }

    /** The same from another file. */
    default Shape withFile(String newFile) {
        return this;
    }
}
