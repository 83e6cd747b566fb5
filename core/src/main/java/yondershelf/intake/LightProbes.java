package yondershelf.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import yondershelf.content.ImageSource;
import yondershelf.content.Kind;
import yondershelf.content.Picture;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.content.Srgb;
import yondershelf.facts.Projection;
import yondershelf.format.Formats;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.FileType;
import yondershelf.sorting.SortedItem;
import yondershelf.words.Phrase;

/** Pictures of radiance that show the world as an unfolded cube or an angular map: offered as HDRIs, made equirectangular. */
final class LightProbes {
    private LightProbes() {}

    /** True for a picture that has to be looked at to know. */
    static boolean mayBe(PlanItem item) {
        boolean may = FileType.byName(item.files().get(0).path())
                .filter(t -> t.group() == FileType.Group.RADIANCE || t == FileType.DDS || t == FileType.KTX2)
                .isPresent();
        return may && item.kind() == Kind.TEXTURE && item.isWanted();
    }

    /** The same picture as an HDRI to be, not wanted until somebody says so; empty for what shows no surroundings. */
    static Optional<PlanItem> offer(PlanItem item, ContentReader reader) {
        String path = item.files().get(0).path();
        try {
            ImageSource source = ImageSource.at(item.root().resolve(path));
            if (Formats.isCube(source)) {
                return Optional.of(offered(item, Projection.HORIZONTAL_STRIP, true));
            }
            ContentReader.PictureSize size = reader.measure(source);
            return isRadiance(path) && Projection.isShaped(size.width(), size.height())
                    ? Projection.of(reader.readPicture(source)).map(p -> offered(item, p, false))
                    : Optional.empty();
        } catch (ProblemException e) {
            // its own card will say what is wrong with it
            return Optional.empty();
        }
    }

    private static boolean isRadiance(String path) {
        return FileType.byName(path)
                .filter(t -> t.group() == FileType.Group.RADIANCE)
                .isPresent();
    }

    /** What a picture of eight bits shows, as light. */
    private static Picture light(Picture picture) {
        if (picture.isFloat()) {
            return picture;
        }
        int w = picture.width();
        int h = picture.height();
        float[] out = new float[w * h * 3];
        for (int i = 0; i < out.length; i++) {
            int pixel = i / 3;
            out[i] = (float) Srgb.toLinear(picture.value(pixel % w, pixel / w, picture.channels() < 3 ? 0 : i % 3));
        }
        return Picture.ofFloats(w, h, 3, out);
    }

    /** @param told true when the file itself says so */
    private static PlanItem offered(PlanItem item, Projection laidOut, boolean told) {
        return new PlanItem(
                item.number(),
                Kind.HDRI,
                item.name(),
                item.placing(),
                item.folder(),
                item.files(),
                null,
                told ? "" : Phrase.of("intake.made-equirectangular-when-ticked", laidOut.title()),
                told ? List.of(Phrase.of("intake.made-equirectangular", laidOut.title())) : List.of(),
                laidOut,
                item.credit(),
                item.given().withTick(told));
    }

    /**
     * The item as it comes in.
     *
     * @param into an empty folder, for what is made
     */
    static PlanItem made(PlanItem item, Projection laidOut, Path into, ContentReader reader) throws ProblemException {
        String path = item.files().get(0).path();
        Picture made = laidOut.toEquirectangular(
                light(reader.readPicture(ImageSource.at(item.root().resolve(path)))));
        int dot = path.lastIndexOf('.');
        String name = path.substring(0, dot) + "_equirectangular" + (isRadiance(path) ? path.substring(dot) : ".hdr");
        Path file = into.resolve(name);
        try {
            Files.createDirectories(into.resolve(name).getParent());
            boolean exr = FileType.byName(path).filter(FileType.EXR::equals).isPresent();
            Files.write(file, exr ? Formats.exr(made) : Formats.hdr(made));
        } catch (IOException e) {
            throw Problem.of(path, Phrase.of("intake.there-is-no-place-to-make", e.getMessage()))
                    .raise(e);
        }
        return new PlanItem(
                item.number(),
                item.kind(),
                item.name(),
                new Destination(into, item.base(), item.placing().dropped()),
                item.folder(),
                List.of(new SortedItem.SortedFile(name, null)),
                null,
                "",
                List.of(),
                null,
                item.credit(),
                item.given());
    }
}
