package yondershelf.demo;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import yondershelf.content.ProblemException;
import yondershelf.format.Formats;
import yondershelf.library.Asset;
import yondershelf.library.Edit;
import yondershelf.library.Library;
import yondershelf.work.Work;

/** Labels the demo's assets as the workshop would. */
final class DemoLabels {
    private static final String MACHINE = "workshop-desk";

    private DemoLabels() {}

    /** @param folder of a library, which bears its name */
    static void write(Path folder) throws ProblemException {
        Library library = Library.open(folder, String.valueOf(folder.getFileName()), MACHINE);
        List<Edit> edits = new ArrayList<>();
        library.scan(new Formats(), Work.SILENT);
        for (Asset asset : library.assets()) {
            label(asset, edits);
        }
        library.labels().edit(edits);
    }

    private static void label(Asset asset, List<Edit> edits) {
        String id = asset.id();
        edits.add(Edit.set(id, Edit.Field.AUTHOR, "Station workshop"));
        edits.add(Edit.set(id, Edit.Field.LICENCE, "CC0-1.0"));
        edits.add(Edit.set(id, Edit.Field.VERSION, "v01"));
        String words = (asset.path() + " " + asset.name()).toLowerCase(Locale.ROOT);
        String[][] tags = {
            {"instruments", "instrument"},
            {"lights", "light"},
            {"rigging", "rigging"},
            {"shore", "shore"},
            {"workshop", "workshop"},
            {"barometer|anemometer|bell|telescope|brass", "brass"},
            {"crate|chest|bench|table|jetty|ladder|timber|pine|driftwood|stool|oar", "timber"},
            {"tarred", "timber/tarred"},
            {"driftwood|jetty", "timber/driftwood"},
            {"buoy|enamel", "painted"},
            {"rope|hemp", "rope"},
            {"lantern|stool|chest|bell|crate", "hand prop"},
            {"stone|rock|shingle", "stone"},
            {"wet", "stone/wet"},
            {"skies/.*(noon|dawn|overcast|storm)", "daylight"},
            {"lamp_lit|moon", "night"},
            {"copper|zinc|iron|brass", "metal"},
            {"cloth|weave", "cloth"}
        };
        for (String[] tag : tags) {
            if (words.matches("(?s).*(" + tag[0] + ").*")) {
                edits.add(Edit.tag(id, tag[1]));
            }
        }
        if (words.contains("storm_lantern")) {
            edits.add(Edit.set(id, Edit.Field.NOTE, "Hero prop of the jetty scene; glass is a part of its own."));
            edits.add(Edit.set(id, Edit.Field.FAVOURITE, "true"));
        }
    }
}
