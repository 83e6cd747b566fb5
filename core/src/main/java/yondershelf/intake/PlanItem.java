package yondershelf.intake;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.SortedSet;
import org.jspecify.annotations.Nullable;
import yondershelf.content.Coding;
import yondershelf.content.Kind;
import yondershelf.content.Role;
import yondershelf.content.Substance;
import yondershelf.credits.Credit;
import yondershelf.facts.Projection;
import yondershelf.format.reading.FileType;
import yondershelf.sorting.SortedItem.SortedFile;
import yondershelf.sorting.Sorter;

/**
 * One asset to be.
 *
 * @param number it keeps in its plan, whatever else of the plan changes
 * @param name for people; of a material of maps also that of the document made of them
 * @param placing where its files lie, and where they go
 * @param folder where it will be, below the library's root
 * @param files below its {@link #root}
 * @param duplicateOf path of an asset of the library with the same bytes, or null
 * @param reason why it will not be taken unless asked for, or empty
 * @param notes what its files show of it where their names tell otherwise, and why it was sorted so
 * @param laidOut how its picture lays the world out, when it is to become an equirectangular one; else null
 * @param credit who made it and under which licence, as it or a text beside it says
 */
public record PlanItem(
        int number,
        Kind kind,
        String name,
        Destination placing,
        String folder,
        List<SortedFile> files,
        @Nullable String duplicateOf,
        String reason,
        List<String> notes,
        @Nullable Projection laidOut,
        Credit credit,
        Given given) {
    static final String NOT_USED = "not used";
    /** How reasons begin that tell of a twin. */
    static final String SAME = "the same ";

    public PlanItem {
        files = List.copyOf(files);
        notes = List.copyOf(notes);
    }

    /** The folder its files lie below now. */
    public Path root() {
        return placing.root();
    }

    /** The part of {@link #folder} that stands for the source's own root. */
    public String base() {
        return placing.base();
    }

    /** Where one of its files lies now. */
    public Path at(SortedFile file) {
        return root().resolve(file.path());
    }

    /** The file that names it. */
    public SortedFile main() {
        return files.get(0);
    }

    /** Why it was sorted so, as a clause. */
    public String why() {
        return Why.of(this);
    }

    /** True when it is taken without being asked for. */
    public boolean isWanted() {
        return reason.isEmpty();
    }

    /** True for what is there already, in the library or among what came: nothing is wrong with it. */
    public boolean isTwin() {
        return duplicateOf != null || reason.startsWith(SAME);
    }

    /** True when it is to come. */
    public boolean isTicked() {
        return given.ticked();
    }

    /** True when it is a material made of its maps, whose roles can be told. */
    public boolean isSet() {
        return Examination.isOf(this);
    }

    /** What else its files could be. */
    public List<Kind> kinds() {
        boolean picture =
                FileType.byName(main().path()).map(FileType::isPicture).orElse(false);
        if (!picture || laidOut != null) {
            return List.of(kind);
        }
        boolean radiance = FileType.byName(main().path())
                .filter(t -> t.group() == FileType.Group.RADIANCE)
                .isPresent();
        return radiance && files.size() == 1
                ? List.of(Kind.TEXTURE, Kind.MATERIAL, Kind.HDRI)
                : List.of(Kind.TEXTURE, Kind.MATERIAL);
    }

    private PlanItem copy(
            Kind newKind,
            String newName,
            List<SortedFile> newFiles,
            String because,
            List<String> told,
            Given newGiven) {
        return new PlanItem(
                number,
                newKind,
                newName,
                placing,
                folder,
                newFiles,
                duplicateOf,
                because,
                told,
                laidOut,
                credit,
                newGiven);
    }

    /** True for a picture that continues a used one of the same role on another UV square. */
    public boolean isSquare(SortedFile file) {
        int square = file.isUsed() ? 0 : Sorter.tile(file.path());
        return square > 0
                && file.variant().equals(String.valueOf(square))
                && files.stream().anyMatch(f -> f.isUsed() && f.role() == file.role() && Sorter.tile(f.path()) > 0);
    }

    /** The same with one of its maps read otherwise, because somebody says so. Another one of that role is kept, not used. */
    public PlanItem withMap(String path, @Nullable Role role, Coding coding) {
        List<SortedFile> out = new ArrayList<>();
        for (SortedFile file : files) {
            boolean meant = file.path().equals(path);
            if (meant && role != null) {
                out.add(new SortedFile(path, role, coding, ""));
            } else if (meant || role != null && file.isUsed() && file.role() == role) {
                out.add(new SortedFile(file.path(), file.role(), file.coding(), NOT_USED));
            } else {
                out.add(file);
            }
        }
        return copy(kind, name, out, reason, notes, given.byHand());
    }

    /** The same as something else, because somebody says so; the pictures of what becomes a material need a role each. */
    public PlanItem as(Kind other) {
        List<SortedFile> out = new ArrayList<>(files);
        boolean none = out.stream().noneMatch(SortedFile::isUsed);
        if (other == Kind.MATERIAL && none) {
            out.set(0, new SortedFile(main().path(), Role.BASE_COLOR, Coding.PLAIN, ""));
        }
        return copy(other, name, out, reason, notes, given.byHand());
    }

    /** The same under another name, because somebody says so. */
    public PlanItem named(String other) {
        return copy(kind, other, files, reason, notes, given.byHand());
    }

    public PlanItem ticked(boolean tick) {
        return copy(kind, name, files, reason, notes, given.withTick(tick));
    }

    public PlanItem tagged(SortedSet<String> tags) {
        return copy(kind, name, files, reason, notes, given.withTags(tags));
    }

    public PlanItem of(Substance substance) {
        return copy(kind, name, files, reason, notes, given.of(substance));
    }

    /** The same with these of its file's top-level nodes as assets of their own. */
    public PlanItem apart(SortedSet<String> nodes) {
        return copy(kind, name, files, reason, notes, given.withApart(nodes));
    }

    /** What of it is to be seen: its kind and its files as they are used, whatever was said of it. */
    public PlanItem bare() {
        return new PlanItem(
                number, kind, "", placing, "", files, null, "", List.of(), laidOut, Credit.NONE, Given.NOTHING);
    }

    /** The same with what a house style makes of its name. */
    PlanItem styled(String other) {
        return copy(kind, other, files, reason, notes, given);
    }

    PlanItem withPieces(List<Given.Piece> pieces) {
        return copy(kind, name, files, reason, notes, given.withPieces(pieces));
    }

    /** The same with what was said of it before, but for its tags, which may be wished otherwise now. */
    PlanItem asGiven(Given before) {
        Given now = given.of(before.substance()).withApart(before.apart()).withPieces(before.pieces());
        return copy(kind, name, files, reason, notes, now.withTick(isWanted() ? before.ticked() : given.ticked()));
    }

    /** The same with other files, because somebody says so. */
    PlanItem holding(List<SortedFile> others) {
        return copy(kind, name, others, reason, notes, given.byHand());
    }

    /** The same with other maps. */
    PlanItem withFiles(List<SortedFile> others, List<String> because) {
        return copy(kind, name, others, reason, because, given);
    }

    PlanItem noting(String more) {
        List<String> all = new ArrayList<>(notes);
        all.add(more);
        return copy(kind, name, files, reason, all, given);
    }

    /** The same, only taken when asked for. */
    PlanItem unwanted(String because) {
        return copy(kind, name, files, because, notes, given.withTick(false));
    }

    /** The same with what it says of its maker itself before what was known. */
    PlanItem credited(Credit own) {
        return new PlanItem(
                number, kind, name, placing, folder, files, duplicateOf, reason, notes, laidOut, own.or(credit), given);
    }

    /** The same with its files elsewhere. */
    PlanItem placed(Destination other, String into) {
        return new PlanItem(number, kind, name, other, into, files, duplicateOf, reason, notes, laidOut, credit, given);
    }

    PlanItem numbered(int other) {
        return new PlanItem(
                other, kind, name, placing, folder, files, duplicateOf, reason, notes, laidOut, credit, given);
    }
}
