import org.lumbrit.core.kinds.Registry;
import org.lumbrit.core.site.EditKinds;
import org.lumbrit.core.site.LayerKinds;

/** The job itself: falloffs, steps, surfaces, cover and the recipe that ties them. Nothing here knows of files, JSON, HTTP or a database. */
module org.lumbrit.core {
    requires static jdk.incubator.vector;

    uses Registry;

    provides Registry with
            LayerKinds,
            EditKinds;

    exports org.lumbrit.core.adapt;
    exports org.lumbrit.core.answers;
    exports org.lumbrit.core.bodies;
    exports org.lumbrit.core.cover;
    exports org.lumbrit.core.drawn;
    exports org.lumbrit.core.edit;
    exports org.lumbrit.core.falloff;
    exports org.lumbrit.core.findings;
    exports org.lumbrit.core.growth;
    exports org.lumbrit.core.kinds;
    exports org.lumbrit.core.light;
    exports org.lumbrit.core.looks;
    exports org.lumbrit.core.math;
    exports org.lumbrit.core.motion;
    exports org.lumbrit.core.moving;
    exports org.lumbrit.core.plants;
    exports org.lumbrit.core.props;
    exports org.lumbrit.core.recipe;
    exports org.lumbrit.core.relief;
    exports org.lumbrit.core.season;
    exports org.lumbrit.core.seeing;
    exports org.lumbrit.core.simulation;
    exports org.lumbrit.core.site;
    exports org.lumbrit.core.slices;
    exports org.lumbrit.core.snow;
    exports org.lumbrit.core.stills;
    exports org.lumbrit.core.surface;
    exports org.lumbrit.core.trials;
    exports org.lumbrit.core.water;
}
