package yondershelf.app.model;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import yondershelf.catalogue.Catalogue;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.mend.Finding;
import yondershelf.mend.Mend;
import yondershelf.words.Phrase;

/** What was found at fault in the libraries, and the act that mends it. */
public final class Faults {
    private final Catalogue catalogue;
    private final Background background;
    private final FileRuns fileRuns;
    private final ObjectProperty<List<Finding>> findings = new SimpleObjectProperty<>(List.of());
    private Map<String, List<Finding>> byAsset = Map.of();

    Faults(Catalogue catalogue, Background background, FileRuns fileRuns) {
        this.catalogue = catalogue;
        this.background = background;
        this.fileRuns = fileRuns;
    }

    public ObjectProperty<List<Finding>> findings() {
        return findings;
    }

    /** Findings of one asset. */
    public List<Finding> of(Asset asset) {
        return byAsset.getOrDefault(asset.id(), List.of());
    }

    private record Found(List<Finding> all, Map<String, List<Finding>> byAsset) {
        static Found of(List<Finding> all) {
            return new Found(List.copyOf(all), all.stream().collect(Collectors.groupingBy(Finding::asset)));
        }
    }

    private void show(Found found) {
        byAsset = found.byAsset;
        findings.set(found.all);
    }

    /** Shows what the latest check found, without looking at any file. */
    void showKnown() {
        background.quietly(
                Phrase.of("model.findings-so-far"),
                work -> Found.of(catalogue.libraries().stream()
                        .flatMap(l -> Mend.known(l).stream())
                        .toList()),
                this::show);
    }

    /** Looks for faults in all libraries, at what changed since the last time. */
    public void check() {
        background.housekeeping(
                Phrase.of("model.checking-the-libraries"),
                work -> {
                    List<Finding> all = new ArrayList<>();
                    for (Library library : catalogue.libraries()) {
                        all.addAll(Mend.check(library, catalogue.reader(), work));
                    }
                    catalogue.scanning().follow();
                    return Found.of(all);
                },
                this::show);
    }

    /** Applies all remedies that are beyond doubt; what is only proposed waits for somebody to look at it. */
    public void mendAll() {
        mend(findings().get().stream().filter(Finding::mendsByItself).toList());
    }

    /** Applies remedies, grouped by library, as one act that can be undone. */
    public void mend(List<Finding> chosen) {
        List<Finding> mendable = chosen.stream().filter(f -> f.remedy() != null).toList();
        if (mendable.isEmpty()) {
            return;
        }
        fileRuns.perform(
                Phrase.of("model.mending"),
                Phrase.of("model.mend", Words.plural(mendable.size(), "finding")),
                (made, work) -> {
                    for (Map.Entry<Library, List<Finding>> group :
                            byLibrary(mendable).entrySet()) {
                        Mend.apply(group.getKey(), group.getValue(), work)
                                .ifPresent(run -> made.add(new FileRuns.Run(group.getKey(), run)));
                    }
                });
    }

    private Map<Library, List<Finding>> byLibrary(List<Finding> all) {
        Map<Library, List<Finding>> groups = new LinkedHashMap<>();
        for (Finding finding : all) {
            catalogue
                    .shelf()
                    .libraryOf(finding.asset())
                    .ifPresent(l ->
                            groups.computeIfAbsent(l, k -> new ArrayList<>()).add(finding));
        }
        return groups;
    }
}
