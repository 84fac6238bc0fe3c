package org.lumbrit.core.cover;

import java.util.List;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Region;

/** What a cover asks of the site it grows in. */
public interface CoverSite {
    Ground ground();

    /** The layer's properties on the ground ("") or on a prop. */
    PropertyValues values(String surface);

    PlacedMesh prop(String propId);

    /** Ids of the props that are shown, in order. */
    List<String> shownProps();

    /** The corners of a place, the first again at the end where it is closed. */
    List<Point3> corners(String placeId);

    /** Content key of a place. */
    String placeKey(String placeId);

    /** The plants of the covers before this one whose ground it keeps clear of, those that may matter within a region. */
    List<Plants> before(Region region);

    /** Content key of those plants. */
    String beforeKey();
}
