package yondershelf.cli;

import java.util.Map;
import picocli.CommandLine;
import picocli.CommandLine.Help.Ansi;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;

/** A manual page of a command in the man macros of roff (man-pages(7)), from what the command line knows of it. */
final class ManualPage {
    private final StringBuilder out = new StringBuilder();

    private ManualPage() {}

    static String of(CommandLine command) {
        ManualPage page = new ManualPage();
        page.write(command);
        return page.out.toString();
    }

    private void write(CommandLine command) {
        CommandSpec spec = command.getCommandSpec();
        String name = spec.qualifiedName("-");
        out.append(".TH \"")
                .append(escaped(name.toUpperCase(java.util.Locale.ROOT)))
                .append("\" 1\n");
        section("NAME");
        text(name + " \\- ", String.join(" ", spec.usageMessage().description()));
        section("SYNOPSIS");
        text("", command.getHelp().synopsis(0).replaceAll("\\s*\\R\\s*", " ").strip());
        if (!spec.positionalParameters().isEmpty()) {
            section("ARGUMENTS");
            for (PositionalParamSpec each : spec.positionalParameters()) {
                item(each.paramLabel(), each.description());
            }
        }
        section("OPTIONS");
        for (OptionSpec each : spec.options()) {
            String label = each.arity().max() == 0 ? "" : " " + each.paramLabel();
            item(String.join(", ", each.names()) + label, each.description());
        }
        if (!spec.subcommands().isEmpty()) {
            section("COMMANDS");
            for (Map.Entry<String, CommandLine> each : spec.subcommands().entrySet()) {
                item(
                        each.getKey(),
                        each.getValue().getCommandSpec().usageMessage().description());
            }
        }
    }

    private void section(String title) {
        out.append(".SH ").append(title).append('\n');
    }

    private void item(String term, String... description) {
        out.append(".TP\n\\fB").append(escaped(plain(term))).append("\\fR\n");
        text("", String.join(" ", description));
    }

    /** @param start written as it is */
    private void text(String start, String text) {
        String line = escaped(plain(text));
        // a line that begins with one of these would be a request
        boolean request = start.isEmpty() && (line.startsWith(".") || line.startsWith("'"));
        out.append(request ? "\\&" : "").append(start).append(line).append('\n');
    }

    private static String plain(String text) {
        return Ansi.OFF.string(text).replace("${DEFAULT-VALUE}", "as set");
    }

    private static String escaped(String text) {
        return text.replace("\\", "\\e").replace("-", "\\-");
    }
}
