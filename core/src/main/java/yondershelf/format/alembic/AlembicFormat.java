package yondershelf.format.alembic;

import java.nio.file.Path;
import java.util.Set;
import yondershelf.content.Problem;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.ModelFormat;
import yondershelf.references.Reach;
import yondershelf.words.Phrase;

/** Archives of Alembic are recognised, not read: what they should be exported as instead is said. */
public final class AlembicFormat implements ModelFormat {
    @Override
    public Set<FileType> types() {
        return Set.of(FileType.ALEMBIC);
    }

    @Override
    public Opened open(Path file, FileType type, Reach reach) {
        return Opened.of(false, excerpt -> {
            throw new Problem(
                            file.toString(),
                            Phrase.kept("format.it-holds-an-alembic-archive"),
                            Phrase.kept("format.export-it-as-glb-or"))
                    .raise();
        });
    }
}
