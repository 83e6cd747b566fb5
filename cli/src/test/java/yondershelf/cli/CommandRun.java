package yondershelf.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** One command as it was run: its exit code and what it printed. */
record CommandRun(int code, String out, String err) {

    /** Runs a command; its state goes to the home folder. */
    static CommandRun of(Path home, String... args) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        List<String> all = new ArrayList<>(List.of(args));
        if (!List.of("--help", "nonsense").contains(args[0])) {
            all.add("--home");
            all.add(home.toString());
        }
        int code = Main.run(new PrintWriter(out, true), new PrintWriter(err, true), all.toArray(String[]::new));
        return new CommandRun(code, out.toString(), err.toString());
    }

    /** What was printed, which must be one JSON document and nothing else. */
    JsonNode json() throws Exception {
        return new ObjectMapper()
                .enable(com.fasterxml.jackson.databind.DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
                .readTree(out);
    }
}
