package yondershelf.demo;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import yondershelf.content.Picture;
import yondershelf.content.Role;
import yondershelf.format.Formats;

/** A material told by a MaterialX document: boards of pine under ship's varnish, their maps in a folder of their own. */
final class MaterialDocuments {
    private MaterialDocuments() {}

    static void varnishedPine(Map<Role, Picture> maps, Path file) throws IOException {
        Path folder = file.resolveSibling("pine boards");
        StringBuilder images = new StringBuilder();
        image(images, maps.get(Role.BASE_COLOR), folder, "colour", "color3", "srgb_texture");
        image(images, maps.get(Role.ROUGHNESS), folder, "grain", "float", "raw");
        image(images, maps.get(Role.NORMAL), folder, "relief", "vector3", "raw");
        ModelFiles.write(file, """
                <?xml version="1.0"?>
                <materialx version="1.39" colorspace="lin_rec709" fileprefix="pine boards/">
                  <nodegraph name="boards">
                %s    <multiply name="stained" type="color3">
                      <input name="in1" type="color3" nodename="colour"/>
                      <input name="in2" type="color3" value="0.92, 0.55, 0.3"/>
                    </multiply>
                    <normalmap name="bent" type="vector3">
                      <input name="in" type="vector3" nodename="relief"/>
                      <input name="scale" type="float" value="0.7"/>
                    </normalmap>
                    <output name="colour_out" type="color3" nodename="stained"/>
                    <output name="grain_out" type="float" nodename="grain"/>
                    <output name="relief_out" type="vector3" nodename="bent"/>
                  </nodegraph>
                  <standard_surface name="varnish" type="surfaceshader">
                    <input name="base" type="float" value="1"/>
                    <input name="base_color" type="color3" nodegraph="boards" output="colour_out"/>
                    <input name="specular_roughness" type="float" nodegraph="boards" output="grain_out"/>
                    <input name="normal" type="vector3" nodegraph="boards" output="relief_out"/>
                    <input name="coat" type="float" value="1"/>
                    <input name="coat_roughness" type="float" value="0.06"/>
                  </standard_surface>
                  <surfacematerial name="varnished_pine" type="material">
                    <input name="surfaceshader" type="surfaceshader" nodename="varnish"/>
                  </surfacematerial>
                </materialx>
                """.formatted(images).getBytes(StandardCharsets.UTF_8));
    }

    private static void image(
            StringBuilder out,
            @org.jspecify.annotations.Nullable Picture picture,
            Path folder,
            String name,
            String type,
            String space)
            throws IOException {
        if (picture == null) {
            throw new IllegalArgumentException("a surface without its " + name);
        }
        ModelFiles.write(folder.resolve(name + ".png"), Formats.png(picture));
        out.append("""
                    <tiledimage name="%s" type="%s">
                      <input name="file" type="filename" value="%s.png" colorspace="%s"/>
                      <input name="uvtiling" type="vector2" value="1, 1"/>
                    </tiledimage>
                """.formatted(name, type, name, space));
    }
}
