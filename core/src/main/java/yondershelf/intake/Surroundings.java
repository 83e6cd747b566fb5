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
import yondershelf.facts.Projection;
import yondershelf.format.ContentReader;
import yondershelf.format.FileType;
import yondershelf.format.Formats;
import yondershelf.sorting.SortedItem;
import yondershelf.words.Phrase;

/** Pictures of radiance that show the world as an unfolded cube or an angular map: offered as HDRIs, made equirectangular. */
final class Surroundings {
    private Surroundings() {}

    /** True for a picture that has to be looked at to know. */
    static boolean mayBe(PlanItem item) {
        boolean radiance = FileType.byName(item.files().get(0).path())
                .filter(t -> t.group() == FileType.Group.RADIANCE)
                .isPresent();
        return radiance && item.kind() == Kind.TEXTURE && item.isWanted();
    }

    /** The same picture as an HDRI to be, not wanted until somebody says so; empty for what shows no surroundings. */
    static Optional<PlanItem> offer(PlanItem item, ContentReader reader) {
        String path = item.files().get(0).path();
        try {
            ImageSource source = ImageSource.at(item.root().resolve(path));
            ContentReader.PictureSize size = reader.measure(source);
            return Projection.isShaped(size.width(), size.height())
                    ? Projection.of(reader.readPicture(source)).map(p -> offered(item, p))
                    : Optional.empty();
        } catch (ProblemException e) {
            // its own card will say what is wrong with it
            return Optional.empty();
        }
    }

    private static PlanItem offered(PlanItem item, Projection laidOut) {
        return new PlanItem(
                item.number(),
                Kind.HDRI,
                item.name(),
                item.placing(),
                item.folder(),
                item.files(),
                null,
                Phrase.of("intake.made-equirectangular-when-ticked", laidOut.title()),
                List.of(),
                laidOut,
                item.credit(),
                item.given().withTick(false));
    }

    /**
     * The item as it comes in.
     *
     * @param into an empty folder, for what is made
     */
    static PlanItem made(PlanItem item, Projection laidOut, Path into, ContentReader reader) throws ProblemException {
        String path = item.files().get(0).path();
        Picture made = laidOut.toEquirectangular(
                reader.readPicture(ImageSource.at(item.root().resolve(path))));
        int dot = path.lastIndexOf('.');
        String name = path.substring(0, dot) + "_equirectangular" + path.substring(dot);
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
                new Placing(into, item.base(), item.placing().dropped()),
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
