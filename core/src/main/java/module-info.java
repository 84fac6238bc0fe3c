/** The job itself: falloffs, steps, surfaces, cover and the recipe that ties them. Nothing here knows of files, JSON, HTTP or a database. */
module org.lumbrit.core {
    requires static jdk.incubator.vector;

    exports org.lumbrit.core.cover;
    exports org.lumbrit.core.drive;
    exports org.lumbrit.core.falloff;
    exports org.lumbrit.core.findings;
    exports org.lumbrit.core.growth;
    exports org.lumbrit.core.kinds;
    exports org.lumbrit.core.looks;
    exports org.lumbrit.core.math;
    exports org.lumbrit.core.motion;
    exports org.lumbrit.core.plants;
    exports org.lumbrit.core.props;
    exports org.lumbrit.core.relief;
    exports org.lumbrit.core.site;
    exports org.lumbrit.core.surface;
    exports org.lumbrit.core.water;
}
