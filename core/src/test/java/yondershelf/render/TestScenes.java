package yondershelf.render;

import java.util.List;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Material;
import yondershelf.content.Mesh;
import yondershelf.content.Part;
import yondershelf.content.Transform;
import yondershelf.format.Formats;
import yondershelf.geometry.MeshBvh;

/** Simple subjects for measuring light. */
final class TestScenes {
    private TestScenes() {}

    /** A unit sphere with smooth normals. */
    static Mesh sphere(int rings) {
        int around = rings * 2;
        float[] p = new float[(rings + 1) * (around + 1) * 3];
        float[] uv = new float[(rings + 1) * (around + 1) * 2];
        int[] x = new int[rings * around * 6];
        int v = 0;
        for (int r = 0; r <= rings; r++) {
            double t = Math.PI * r / rings;
            for (int a = 0; a <= around; a++, v++) {
                double f = 2 * Math.PI * a / around;
                p[v * 3] = (float) (Math.sin(t) * Math.sin(f));
                p[v * 3 + 1] = (float) Math.cos(t);
                p[v * 3 + 2] = (float) (Math.sin(t) * Math.cos(f));
                uv[v * 2] = a / (float) around;
                uv[v * 2 + 1] = r / (float) rings;
            }
        }
        int i = 0;
        for (int r = 0; r < rings; r++) {
            for (int a = 0; a < around; a++) {
                int q = r * (around + 1) + a;
                int[] six = {q, q + around + 1, q + around + 2, q, q + around + 2, q + 1};
                for (int s : six) {
                    x[i++] = s;
                }
            }
        }
        return new Mesh("sphere", List.of(new Part(p, p, uv, null, x, 0)));
    }

    static RenderScene lit(Mesh mesh, Material material, EnvironmentLight light, RenderScene.@Nullable Ground ground) {
        Shader shader = new Shaders(new Formats()).shader(material);
        return RenderScene.of(
                List.of(new RenderScene.Item(MeshBvh.of(mesh), Transform.IDENTITY, List.of(shader))), light, ground);
    }

    /** Mean red, green and blue of the middle of a picture that looks at the origin from +Z. */
    static double[] middle(RenderScene scene, int samples) {
        return middle(scene, samples, 24);
    }

    /** The same, seen through a lens of some degrees. */
    static double[] middle(RenderScene scene, int samples, double degrees) {
        Camera camera = new Camera(0, 0, 6, 0, 0, 0, Math.toRadians(degrees));
        Film film = new Film(24, 24);
        PathTracer.render(scene, camera, film, samples, PathTracer.Quality.EXACT, 2, () -> false);
        double[] sum = new double[3];
        int n = 0;
        for (int y = 8; y < 16; y++) {
            for (int x = 8; x < 16; x++) {
                float[] m = film.mean(x, y);
                for (int c = 0; c < 3; c++) {
                    sum[c] += m[c];
                }
                n++;
            }
        }
        return new double[] {sum[0] / n, sum[1] / n, sum[2] / n};
    }
}
