package yondershelf.app.places;

import java.util.List;
import java.util.Set;
import javafx.scene.input.Dragboard;
import org.jspecify.annotations.Nullable;
import yondershelf.app.model.Carry;
import yondershelf.app.model.PlaceTree;
import yondershelf.app.model.PlaceTree.Row;
import yondershelf.app.model.Words;
import yondershelf.app.model.Workspace;
import yondershelf.catalogue.KnownLibrary;
import yondershelf.catalogue.Shown;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Relabel;
import yondershelf.words.Phrase;

/** What becomes of what is let go over a place: said while it is carried there, done when it is let go. */
final class PlaceDrops {
    /** Shows what files would become in a library. */
    interface Bringing {
        void bring(@Nullable KnownLibrary library, String folder, Set<String> tags, Dragboard board);
    }

    private final Workspace workspace;
    private final Bringing bringing;

    PlaceDrops(Workspace workspace, Bringing bringing) {
        this.workspace = workspace;
        this.bringing = bringing;
    }

    /** What a place is for, for those who hear it read. */
    String help(Row row) {
        return switch (row) {
            case PlaceTree.TagRow tag -> Phrase.of("views.gives-the-tag", tag.tag());
            case PlaceTree.LibraryRow library ->
                library.away() ? "" : Phrase.of("views.takes-files-and-assets-into", library.name());
            case PlaceTree.FolderRow folder ->
                folder.library().isAway()
                        ? ""
                        : Phrase.of(
                                "views.takes-files-and-assets-into-2",
                                folder.library().name(),
                                folder.path());
            default -> "";
        };
    }

    /** What letting go over a row would do, in words; empty for one that does not take it. */
    String promise(Row row, Dragboard board) {
        String nested = Carry.tag(board);
        if (nested != null) {
            return nesting(row, nested);
        }
        return switch (row) {
            case PlaceTree.TagRow tag -> {
                String one = Phrase.of("views.gives-the-tag", tag.tag());
                yield Carry.isFromElsewhere(board) || Carry.of(board, workspace) != null
                        ? one + (Carry.isMany(board) ? Phrase.of("views.to", carried()) : "")
                        : "";
            }
            case PlaceTree.LibraryRow library -> into(library.library(), "", board);
            case PlaceTree.FolderRow folder -> into(folder.library(), folder.path(), board);
            default -> "";
        };
    }

    private String carried() {
        return Words.plural(workspace.chosen().selection().get().size(), "asset");
    }

    private String into(KnownLibrary library, String folder, Dragboard board) {
        String place = library.name() + (folder.isEmpty() ? "" : " / " + folder);
        if (library.isAway()) {
            return "";
        }
        if (Carry.isFromElsewhere(board)) {
            return Phrase.of("views.shows-what-would-go-into", place);
        }
        Shown shown = Carry.shown(board, workspace);
        if (shown == null) {
            return "";
        }
        if (Carry.isMany(board)) {
            return Phrase.of("views.moves-to", carried(), place);
        }
        Asset asset = shown.asset();
        return shown.library().equals(library.id()) && !asset.folder().equals(folder) && !asset.isApart()
                ? Phrase.of("views.moves-it-to", place)
                : "";
    }

    private static String nesting(Row row, String tag) {
        return switch (row) {
            case PlaceTree.TagRow other ->
                nested(tag, other.tag()).isEmpty() ? "" : Phrase.of("views.makes-it", nested(tag, other.tag()));
            case PlaceTree.Heading heading ->
                heading.id().equals("Tags") && tag.indexOf('/') >= 0 ? Phrase.of("views.makes-it", last(tag)) : "";
            default -> "";
        };
    }

    private static String last(String tag) {
        return tag.substring(tag.lastIndexOf('/') + 1);
    }

    /** A tag below another one; empty where it is already, or would lie below itself. */
    private static String nested(String tag, String below) {
        String made = below + "/" + last(tag);
        return made.equals(tag) || (below + "/").startsWith(tag + "/") ? "" : made;
    }

    void drop(Row row, Dragboard board) {
        String tag = Carry.tag(board);
        if (tag != null) {
            nest(row, tag);
            return;
        }
        switch (row) {
            case PlaceTree.TagRow on -> {
                if (Carry.isFromElsewhere(board)) {
                    bringing.bring(null, "", Set.of(on.tag()), board);
                } else {
                    giveTag(on.tag(), board);
                }
            }
            case PlaceTree.LibraryRow library -> put(library.library(), "", board);
            case PlaceTree.FolderRow folder -> put(folder.library(), folder.path(), board);
            default -> {}
        }
    }

    private void nest(Row row, String tag) {
        String to = row instanceof PlaceTree.TagRow other ? nested(tag, other.tag()) : last(tag);
        if (!to.isEmpty()) {
            TagMenu.rename(workspace.chosen(), workspace.questions(), workspace.shelf(), tag, to);
        }
    }

    private void put(KnownLibrary library, String folder, Dragboard board) {
        Asset asset = Carry.of(board, workspace);
        if (Carry.isFromElsewhere(board)) {
            bringing.bring(library, folder, Set.of(), board);
        } else if (asset != null) {
            workspace.filing().move(asset, Carry.isMany(board), library, folder);
        }
    }

    private void giveTag(String tag, Dragboard board) {
        Asset asset = Carry.of(board, workspace);
        if (asset != null && Carry.isMany(board)) {
            workspace.chosen().label(Phrase.of("views.tag", tag), Relabel.NOTHING.tagged(tag));
        } else if (asset != null) {
            workspace
                    .labelling()
                    .edit(
                            asset,
                            Phrase.of("views.add-tag", tag),
                            List.of(Edit.tag(asset.id(), tag)),
                            List.of(Edit.untag(asset.id(), tag)));
        }
    }
}
