package yondershelf.format.usd;

import java.nio.file.Path;
import java.util.Set;
import yondershelf.format.reading.FileType;
import yondershelf.format.reading.ModelFormat;
import yondershelf.references.Reach;

/** OpenUSD: text, binary ("crate") and archives of it. */
public final class UsdFormat implements ModelFormat {
    @Override
    public Set<FileType> types() {
        return Set.of(FileType.USDA, FileType.USDC, FileType.USDZ);
    }

    @Override
    public Opened open(Path file, FileType type, Reach reach) {
        return Opened.of(false, excerpt -> UsdReader.read(file, type, reach));
    }
}
