package yondershelf.format.usd;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.ImageSource;
import yondershelf.content.Staging;
import yondershelf.content.Transform;

/**
 * Lights of UsdLux, which look along -Z: {@code intensity} times two to the {@code exposure} is the radiance of their surface, divided
 * by its area when {@code normalize} is set. Defaults of the schemas are from memory.
 */
final class UsdLights {
    private UsdLights() {}

    static Staging.Light of(String name, UsdPrim prim, UsdFiles files, Transform toModel) {
        double[] said = prim.value("inputs:color").numbers();
        double[] c = said.length < 3 ? new double[] {1, 1, 1} : said;
        Staging.Shape shape = switch (prim.type) {
            case "DistantLight" -> Staging.Shape.DIRECTIONAL;
            case "SphereLight" -> cone(prim) < Math.PI ? Staging.Shape.SPOT : Staging.Shape.POINT;
            case "DomeLight", "DomeLight_1" -> Staging.Shape.SURROUNDINGS;
            default -> Staging.Shape.AREA;
        };
        return new Staging.Light(name, shape, c[0], c[1], c[2], emission(prim, shape, files, toModel), toModel);
    }

    private static Staging.Emission emission(UsdPrim prim, Staging.Shape shape, UsdFiles files, Transform toModel) {
        double usual = shape == Staging.Shape.DIRECTIONAL ? 50_000 : 1;
        double radiance = number(prim, "intensity", usual) * Math.pow(2, number(prim, "exposure", 0));
        boolean spread = prim.value("inputs:normalize").word("false").matches("true|1");
        return switch (shape) {
            case SURROUNDINGS -> new Staging.Emission(radiance, Math.PI, Math.PI, 0, picture(prim, files));
            case DIRECTIONAL -> {
                double half = Math.toRadians(number(prim, "angle", 0.53)) / 2;
                double sine = Math.sin(half);
                // without an angle it is a beam whose illuminance is told
                double illuminance = spread || sine == 0 ? radiance : radiance * Math.PI * sine * sine;
                yield new Staging.Emission(illuminance, Math.PI, Math.PI, half, null);
            }
            default -> {
                double area = area(prim, toModel);
                double outer = Math.min(cone(prim), shape == Staging.Shape.AREA ? Math.PI / 2 : Math.PI);
                double inner = outer * (1 - Math.max(0, Math.min(1, number(prim, "shaping:cone:softness", 0))));
                yield new Staging.Emission(
                        spread ? radiance : radiance * area, inner, outer, Math.sqrt(area / Math.PI), null);
            }
        };
    }

    /** Half the angle of the cone it is held in; pi for none. */
    private static double cone(UsdPrim prim) {
        double degrees = number(prim, "shaping:cone:angle", 180);
        return degrees >= 180 || degrees < 0 ? Math.PI : Math.toRadians(degrees);
    }

    /** Square metres as seen along its axis. */
    private static double area(UsdPrim prim, Transform t) {
        double wide = Math.sqrt(square(t.xx()) + square(t.yx()) + square(t.zx()));
        double high = Math.sqrt(square(t.xy()) + square(t.yy()) + square(t.zy()));
        double radius = number(prim, "radius", 0.5);
        return wide
                * high
                * switch (prim.type) {
                    case "RectLight" -> number(prim, "width", 1) * number(prim, "height", 1);
                    case "CylinderLight" -> 2 * radius * number(prim, "length", 1);
                    default -> Math.PI * radius * radius;
                };
    }

    private static double square(double x) {
        return x * x;
    }

    private static double number(UsdPrim prim, String name, double otherwise) {
        double number = prim.value("inputs:" + name).number(otherwise);
        return Double.isFinite(number) ? number : otherwise;
    }

    private static @Nullable ImageSource picture(UsdPrim prim, UsdFiles files) {
        List<UsdValue.Reference> file = prim.value("inputs:texture:file").references();
        return file.isEmpty() ? null : files.picture(file.get(0));
    }
}
