package yondershelf.cli;

import java.io.Console;
import java.io.PrintWriter;
import java.util.function.Consumer;
import yondershelf.content.Problem;
import yondershelf.content.Visible;
import yondershelf.words.Phrase;
import yondershelf.work.Work;

/** Tells on a terminal how far something long is: one line that is written over, on standard error. Safe for several threads. */
final class Progress implements Work {
    private static final long BETWEEN = 150_000_000;
    private static final int WIDE = 78;

    private final Consumer<Problem> heard;
    private final PrintWriter out;
    private long last = System.nanoTime();
    private int shown;

    /** @param out where the line is written, a terminal */
    Progress(PrintWriter out, Consumer<Problem> heard) {
        this.out = out;
        this.heard = heard;
    }

    /** True when somebody watches. */
    @SuppressWarnings("SystemConsoleNull") // still null in a Java runtime without that module
    static boolean isWatched() {
        Console console = System.console();
        return console != null && console.isTerminal();
    }

    @Override
    public synchronized void progress(long done, long total, String what) {
        long now = System.nanoTime();
        if (now - last < BETWEEN) {
            return;
        }
        last = now;
        String figure = total > 0 ? Phrase.of("cli.of-2", done, total) : "";
        String line = Visible.text(figure + what);
        line = line.length() > WIDE ? line.substring(0, WIDE - 1) + "…" : line;
        out.print("\r" + line + " ".repeat(Math.max(0, shown - line.length())));
        out.flush();
        shown = line.length();
    }

    /** Takes the line away, before anything else is said and at the end. */
    synchronized void clear() {
        if (shown > 0) {
            out.print("\r" + " ".repeat(shown) + "\r");
            out.flush();
            shown = 0;
        }
    }

    @Override
    public boolean isCancelled() {
        return false;
    }

    @Override
    public void problem(Problem problem) {
        clear();
        heard.accept(problem);
    }
}
