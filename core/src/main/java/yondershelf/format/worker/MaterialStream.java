package yondershelf.format.worker;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.ImageSource;
import yondershelf.content.Layers;
import yondershelf.content.Material;
import yondershelf.content.Role;
import yondershelf.content.TextureUse;
import yondershelf.content.Wrap;

/** The materials of what {@link ContentStream} carries; a picture used several times is sent once. */
final class MaterialStream {

    private MaterialStream() {}

    static void write(List<Material> materials, DataOutputStream out) throws IOException {
        Map<ImageSource, Integer> sent = new IdentityHashMap<>();
        out.writeInt(materials.size());
        for (Material m : materials) {
            ContentStream.text(m.name(), out);
            double[] numbers = {
                m.red(),
                m.green(),
                m.blue(),
                m.opacity(),
                m.metallic(),
                m.roughness(),
                m.emissiveRed(),
                m.emissiveGreen(),
                m.emissiveBlue(),
                m.normalScale(),
                m.alphaCutoff()
            };
            for (double number : numbers) {
                out.writeDouble(number);
            }
            out.writeBoolean(m.alphaFromBaseColor());
            out.writeBoolean(m.doubleSided());
            out.writeInt(m.maps().size());
            for (Map.Entry<Role, TextureUse> map : m.maps().entrySet()) {
                out.writeByte(map.getKey().ordinal());
                TextureUse use = map.getValue();
                double[] place = {use.scaleU(), use.scaleV(), use.offsetU(), use.offsetV(), use.rotation()};
                for (double number : place) {
                    out.writeDouble(number);
                }
                out.writeByte(use.wrapU().ordinal());
                out.writeByte(use.wrapV().ordinal());
                out.writeByte(use.set());
                Integer known = sent.putIfAbsent(use.image(), sent.size());
                out.writeInt(known == null ? -1 : known);
                if (known == null) {
                    image(use.image(), out);
                }
            }
            layers(m.layers(), out);
        }
    }

    static List<Material> read(DataInputStream in) throws IOException {
        List<ImageSource> images = new ArrayList<>();
        List<Material> out = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            String name = ContentStream.text(in);
            double[] n = ContentStream.doubles(11, in);
            boolean alpha = in.readBoolean();
            boolean doubleSided = in.readBoolean();
            EnumMap<Role, TextureUse> maps = new EnumMap<>(Role.class);
            for (int k = in.readInt(); k > 0; k--) {
                Role role = Role.values()[in.readByte()];
                double[] p = ContentStream.doubles(5, in);
                Wrap wrapU = Wrap.values()[in.readByte()];
                Wrap wrapV = Wrap.values()[in.readByte()];
                int set = in.readByte();
                int known = in.readInt();
                ImageSource image;
                if (known < 0) {
                    image = image(in);
                    images.add(image);
                } else {
                    image = images.get(known);
                }
                maps.put(role, new TextureUse(image, p[0], p[1], p[2], p[3], p[4], wrapU, wrapV, set));
            }
            out.add(new Material(
                    name,
                    n[0],
                    n[1],
                    n[2],
                    n[3],
                    n[4],
                    n[5],
                    n[6],
                    n[7],
                    n[8],
                    n[9],
                    n[10],
                    alpha,
                    doubleSided,
                    maps,
                    layers(in)));
        }
        return out;
    }

    static void image(ImageSource image, DataOutputStream out) throws IOException {
        ContentStream.text(image.reference(), out);
        Path file = image.file();
        ContentStream.text(file == null ? "" : file.toString(), out);
        byte[] bytes = image.bytes();
        out.writeBoolean(image.asStored());
        ContentStream.text(image.coding().word(), out);
        out.writeInt(bytes == null ? -1 : bytes.length);
        if (bytes != null) {
            out.write(bytes);
        }
    }

    static ImageSource image(DataInputStream in) throws IOException {
        String reference = ContentStream.text(in);
        String file = ContentStream.text(in);
        boolean asStored = in.readBoolean();
        Coding coding = new Coding(ContentStream.text(in));
        int length = in.readInt();
        byte[] bytes = length < 0 ? null : in.readNBytes(length);
        return new ImageSource(reference, file.isEmpty() ? null : Path.of(file), bytes, asStored, coding);
    }

    private static void layers(Layers l, DataOutputStream out) throws IOException {
        out.writeBoolean(l.isNone());
        if (l.isNone()) {
            return;
        }
        out.writeDouble(l.ior());
        out.writeBoolean(l.unlit());
        Layers.Specular specular = l.specular();
        layer(out, specular, s -> new double[] {s.factor(), s.red(), s.green(), s.blue()});
        Layers.Transmission transmission = l.transmission();
        layer(out, transmission, t -> new double[] {t.factor()});
        layer(out, transmission == null ? null : transmission.volume(), v ->
                new double[] {v.thickness(), v.distance(), v.red(), v.green(), v.blue()});
        layer(out, l.clearcoat(), c -> new double[] {c.factor(), c.roughness()});
        layer(out, l.sheen(), s -> new double[] {s.red(), s.green(), s.blue(), s.roughness()});
        layer(out, l.anisotropy(), a -> new double[] {a.strength(), a.rotation()});
        layer(out, l.iridescence(), i -> new double[] {i.factor(), i.ior(), i.thinnest(), i.thickest()});
    }

    private static <T> void layer(DataOutputStream out, @Nullable T layer, Function<T, double[]> numbers)
            throws IOException {
        out.writeBoolean(layer != null);
        if (layer != null) {
            for (double number : numbers.apply(layer)) {
                out.writeDouble(number);
            }
        }
    }

    private static Layers layers(DataInputStream in) throws IOException {
        if (in.readBoolean()) {
            return Layers.NONE;
        }
        double ior = in.readDouble();
        boolean unlit = in.readBoolean();
        return new Layers(
                ior,
                layer(in, 4, n -> new Layers.Specular(n[0], n[1], n[2], n[3])),
                transmission(in),
                layer(in, 2, n -> new Layers.Clearcoat(n[0], n[1])),
                layer(in, 4, n -> new Layers.Sheen(n[0], n[1], n[2], n[3])),
                layer(in, 2, n -> new Layers.Anisotropy(n[0], n[1])),
                layer(in, 4, n -> new Layers.Iridescence(n[0], n[1], n[2], n[3])),
                unlit);
    }

    private static Layers.@Nullable Transmission transmission(DataInputStream in) throws IOException {
        Double factor = layer(in, 1, n -> n[0]);
        Layers.Volume volume = layer(in, 5, n -> new Layers.Volume(n[0], n[1], n[2], n[3], n[4]));
        return factor == null ? null : new Layers.Transmission(factor, volume);
    }

    private static <T> @Nullable T layer(DataInputStream in, int count, Function<double[], T> of) throws IOException {
        return in.readBoolean() ? of.apply(ContentStream.doubles(count, in)) : null;
    }
}
