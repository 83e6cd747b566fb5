package yondershelf.sorting;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import yondershelf.content.ImageSource;
import yondershelf.content.ProblemException;
import yondershelf.facts.Panorama;
import yondershelf.format.reading.ContentReader;
import yondershelf.format.reading.FileType;
import yondershelf.sorting.evidence.Motion;
import yondershelf.sorting.evidence.Sample;

/** Looks into the files themselves. */
public final class FileLore implements Lore {
    private final Path root;
    private final ContentReader reader;

    public FileLore(Path root, ContentReader reader) {
        this.root = root;
        this.reader = reader;
    }

    @Override
    public Set<String> references(String path) {
        return path.toLowerCase(Locale.ROOT).endsWith(".mtl")
                ? References.ofMaterials(root.resolve(path))
                : References.of(root.resolve(path), FileType.byName(path).orElse(FileType.GLB));
    }

    @Override
    public Optional<FileType> type(String path) {
        try {
            return FileType.of(root.resolve(path));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    @Override
    public Shows shows(String path) {
        try {
            Panorama panorama = Panorama.of(reader.readPicture(ImageSource.at(root.resolve(path))));
            return panorama.isOne() ? Shows.SURROUNDINGS : panorama.isSurface() ? Shows.SURFACE : Shows.UNDECIDED;
        } catch (ProblemException e) {
            return Shows.UNDECIDED;
        }
    }

    @Override
    public boolean areFrames(List<String> paths) {
        List<Sample> samples = new ArrayList<>();
        try {
            for (String path : paths) {
                samples.add(new Sample(reader.readPicture(ImageSource.at(root.resolve(path)))));
            }
        } catch (ProblemException e) {
            return false;
        }
        return Motion.isIn(samples);
    }

    @Override
    public int shape(String path) {
        try {
            ContentReader.PictureSize size = reader.measure(ImageSource.at(root.resolve(path)));
            return size.height() > 0 ? (int) Math.round(size.width() * 1000.0 / size.height()) : 0;
        } catch (ProblemException e) {
            return 0;
        }
    }
}
