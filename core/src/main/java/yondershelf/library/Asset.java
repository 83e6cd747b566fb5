package yondershelf.library;

import java.util.ArrayList;
import java.util.List;
import yondershelf.content.Excerpt;
import yondershelf.content.Kind;
import yondershelf.content.Space;
import yondershelf.sorting.SortedItem;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.store.AssetRow;

/**
 * One asset of a library.
 *
 * @param id given when it was first seen, and kept wherever its files go
 * @param row its number in the library's store on this machine
 * @param name made from the file's name; labels may give another
 * @param folder below the library's root, {@code /}-separated, empty for the root
 * @param locator where its content lies
 * @param files all its files, the one that names it first
 * @param key changes when any of its files changes: sizes and times of all of them
 * @param space what was told of its model file, or of the folder it lies in
 * @param excerpt what of its model file is meant
 */
public record Asset(
        String id,
        int row,
        Kind kind,
        String name,
        String folder,
        Locator locator,
        List<SortedFile> files,
        String key,
        Space space,
        Excerpt excerpt) {
    public Asset {
        files = List.copyOf(files);
    }

    /** Changes whenever it would be measured or drawn differently. */
    public String state() {
        return key + told();
    }

    /** Different for what was told of it and is measured and drawn differently; empty when nothing was told. */
    public String told() {
        return space.mark() + excerpt.mark();
    }

    /** Of the file that names it, below the root. */
    public String path() {
        return locator.file();
    }

    /** Bytes of each of its files when it was last looked at, in their order. */
    public List<Long> sizes() {
        return FileState.split(key).stream().map(FileState::size).toList();
    }

    static Asset of(String id, SortedItem item, String key) {
        return new Asset(
                id,
                0,
                item.kind(),
                item.name(),
                item.folder(),
                Locator.of(item.files().get(0).path()),
                item.files(),
                key,
                Space.NONE,
                Excerpt.WHOLE);
    }

    /** As a store keeps it. */
    public static Asset of(AssetRow row) {
        List<SortedFile> files = new ArrayList<>();
        String[] parts = row.files().split("\0", -1);
        for (int i = 0; i + 1 < parts.length; i += 2) {
            files.add(SortedFile.of(parts[i], parts[i + 1]));
        }
        Labels said = Labels.of(row);
        String node = Apart.node(row.id());
        Excerpt excerpt = node.isEmpty() ? said.excerpt() : said.excerpt().withNode(node);
        return new Asset(
                row.id(),
                row.row(),
                Kind.of(row.kind()).orElse(Kind.TEXTURE),
                row.name(),
                row.folder(),
                new Locator(file(row), excerpt.node(), "", 0),
                files,
                row.key(),
                said.space(),
                excerpt);
    }

    private static String file(AssetRow row) {
        String node = Apart.node(row.id());
        return node.isEmpty() ? row.path() : row.path().substring(0, row.path().length() - node.length() - 1);
    }

    /** True for a node of a file whose asset stands beside it. */
    public boolean isApart() {
        return Apart.isNode(id);
    }

    /** The id of the asset of the whole file: its own, but for a node that stands for itself. */
    public String wholeId() {
        return Apart.whole(id);
    }

    /** The same with its files elsewhere. */
    Asset at(List<SortedFile> others, String other) {
        Locator moved = new Locator(others.get(0).path(), locator.node(), locator.version(), locator.detail());
        return new Asset(id, row, kind, name, other, moved, others, key, space, excerpt);
    }

    AssetRow toRow(int number, long since, String said) {
        StringBuilder text = new StringBuilder();
        for (SortedFile file : files) {
            text.append(text.isEmpty() ? "" : "\0").append(file.path()).append('\0');
            text.append(file.mark());
        }
        String place = isApart() ? locator.text() : path();
        return new AssetRow(number, id, kind.word(), name, folder, place, text.toString(), key, since, said);
    }
}
