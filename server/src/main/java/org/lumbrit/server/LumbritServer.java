package org.lumbrit.server;

import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.relief.ThermalErosion;
import org.lumbrit.core.surface.TriangleTree;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** Starts the server. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class LumbritServer {
    public static void main(String[] arguments) {
        SpringApplication.run(LumbritServer.class, arguments);
        Thread warmUp = new Thread(LumbritServer::warmUp, "warm-up");
        warmUp.setDaemon(true);
        warmUp.start();
    }

    private static void warmUp() {
        GradientNoise.warmUp();
        TriangleTree.warmUp();
        ThermalErosion.warmUp();
    }
}
