package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import yondershelf.catalogue.Catalogue;
import yondershelf.catalogue.KeptAct;
import yondershelf.catalogue.Shown;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Asset;
import yondershelf.library.Library;
import yondershelf.mend.Relocation;
import yondershelf.search.Key;

/** Puts assets in another folder of their library. */
@Command(
        name = "move",
        description = "Move assets to another folder of their library; what names their files is mended.",
        mixinStandardHelpOptions = true)
final class MoveCommand extends OnAssets {
    @Option(
            names = "--to",
            required = true,
            paramLabel = "FOLDER",
            description = "Below the library's root; made when it is not there. Empty for the root.")
    @SuppressWarnings("NullAway.Init")
    private String to;

    @Override
    void run(IsolatedReader reader) throws ProblemException {
        String folder = to.strip().replace('\\', '/').replaceAll("^/+|/+$", "");
        Catalogue catalogue = catalogue(reader);
        Map<Library, List<Asset>> wanted = new LinkedHashMap<>();
        for (Key key : keys(catalogue)) {
            Asset asset = catalogue.shown(key).map(Shown::asset).orElse(null);
            Library library =
                    asset == null ? null : catalogue.libraryOf(asset.id()).orElse(null);
            if (asset != null && library != null) {
                wanted.computeIfAbsent(library, l -> new ArrayList<>()).add(asset);
            }
        }
        ObjectNode node = object();
        ArrayNode runs = node.putArray("runs");
        List<KeptAct.Run> kept = new ArrayList<>();
        int moved = 0;
        int files = 0;
        int rewritten = 0;
        for (Map.Entry<Library, List<Asset>> each : wanted.entrySet()) {
            Relocation.Moved done = Relocation.move(each.getKey(), each.getValue(), folder, reader, work);
            done.left().forEach(this::report);
            if (!done.run().isEmpty()) {
                runs.add(done.run());
                kept.add(new KeptAct.Run(each.getKey().id(), done.run()));
                catalogue.scan(each.getKey(), work);
            }
            moved += done.assets();
            files += done.files();
            rewritten += done.rewritten();
        }
        String what = "move " + moved + (moved == 1 ? " asset" : " assets") + " to " + folder;
        if (!kept.isEmpty()) {
            catalogue.acts().add(KeptAct.of(what, kept));
        }
        node.put("moved", moved).put("files", files).put("rewritten", rewritten);
        if (json) {
            printJson(node);
        } else {
            say(moved + (moved == 1 ? " asset" : " assets") + " moved, " + files + (files == 1 ? " file" : " files")
                    + (rewritten == 0 ? "" : ", references mended in " + rewritten));
        }
        if (moved == 0 && wanted.isEmpty()) {
            report(Problem.of(folder, "nothing was found that could go there"));
        }
    }
}
