package yondershelf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import picocli.CommandLine.Command;
import yondershelf.catalogue.Catalogue;
import yondershelf.content.ProblemException;
import yondershelf.format.worker.IsolatedReader;
import yondershelf.library.Library;
import yondershelf.mend.Finding;
import yondershelf.mend.Mend;
import yondershelf.words.Phrase;

/** Lists a library's faults; exit 1 when there are any. */
@Command(name = "check", description = "${bundle:cli.list-what-is-wrong-in}", mixinStandardHelpOptions = true)
final class CheckCommand extends OnLibrary {
    @Override
    void run(IsolatedReader reader, Catalogue catalogue, Library library) throws ProblemException {
        catalogue.scanning().scan(library, work);
        List<Finding> findings = Mend.check(library, reader, work);
        ObjectNode node = object();
        ArrayNode list = node.putArray("findings");
        for (Finding finding : findings) {
            list.add(describe(finding));
            if (!json) {
                say(finding.severity().word() + "  " + finding.path() + "  " + finding.evidence());
                Finding.Remedy remedy = finding.remedy();
                if (remedy != null) {
                    say(Phrase.of("cli.remedy", remedy.sentence()));
                }
            }
        }
        if (!findings.isEmpty()) {
            markHit();
            spec.commandLine().getErr().println(findings.size() + " findings in " + library.name());
        }
        if (json) {
            printJson(node);
        }
    }

    static ObjectNode describe(Finding finding) {
        Finding.Remedy remedy = finding.remedy();
        ObjectNode node = object();
        node.put("code", finding.code().word());
        node.put("severity", finding.severity().word());
        node.put("asset", finding.asset());
        node.put("path", finding.path());
        node.put("evidence", finding.evidence());
        node.put("remedy", remedy == null ? null : remedy.sentence());
        node.put("doubt", remedy == null || remedy.doubt().isEmpty() ? null : remedy.doubt());
        return node;
    }
}
