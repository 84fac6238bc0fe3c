package org.lumbrit.core.site;

import java.util.List;
import org.lumbrit.core.bodies.RollLayer;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.crust.AccretionLayer;
import org.lumbrit.core.crust.CrustLayer;
import org.lumbrit.core.fronts.FrontLayer;
import org.lumbrit.core.growth.ClimbLayer;
import org.lumbrit.core.kinds.Registry;
import org.lumbrit.core.looks.DaylightLayer;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.motion.GrainsLayer;
import org.lumbrit.core.motion.PushLayer;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.relief.BasinRelief;
import org.lumbrit.core.relief.NoiseRelief;
import org.lumbrit.core.relief.OffsetRelief;
import org.lumbrit.core.relief.PathRelief;
import org.lumbrit.core.relief.RainRelief;
import org.lumbrit.core.relief.RiverRelief;
import org.lumbrit.core.relief.SmoothRelief;
import org.lumbrit.core.relief.TerraceRelief;
import org.lumbrit.core.relief.ThermalRelief;
import org.lumbrit.core.season.WeatherLayer;
import org.lumbrit.core.sheets.SheetsLayer;
import org.lumbrit.core.slices.SlicesLayer;
import org.lumbrit.core.snow.LayLayer;
import org.lumbrit.core.snow.PressLayer;
import org.lumbrit.core.snow.SnowLayer;
import org.lumbrit.core.vessels.LiquidLayer;
import org.lumbrit.core.water.DampLayer;
import org.lumbrit.core.water.WaterLayer;

/** The list of layers, in the order of the menu. A new kind of layer is its record and one line here. */
public final class LayerKinds implements Registry {
    @Override
    public Class<?> of() {
        return Layer.class;
    }

    @Override
    public List<Class<?>> kinds() {
        return List.of(
                CoverLayer.class,
                PlantLayer.class,
                TintLayer.class,
                NoiseRelief.class,
                TerraceRelief.class,
                BasinRelief.class,
                PathRelief.class,
                SmoothRelief.class,
                OffsetRelief.class,
                ThermalRelief.class,
                RainRelief.class,
                RiverRelief.class,
                WindLayer.class,
                SwayLayer.class,
                PushLayer.class,
                GrainsLayer.class,
                LayLayer.class,
                SnowLayer.class,
                PressLayer.class,
                RollLayer.class,
                WaterLayer.class,
                SheetsLayer.class,
                LiquidLayer.class,
                FrontLayer.class,
                ClimbLayer.class,
                CrustLayer.class,
                AccretionLayer.class,
                SlicesLayer.class,
                WeatherLayer.class,
                DampLayer.class,
                DaylightLayer.class,
                DrawnLayer.class);
    }
}
