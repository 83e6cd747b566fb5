package yondershelf.work;

import java.io.IOException;
import java.nio.file.Path;
import java.util.logging.FileHandler;
import java.util.logging.Handler;
import java.util.logging.Level;
import java.util.logging.Logger;
import java.util.logging.SimpleFormatter;
import yondershelf.content.Problem;

/** The program's own log: a few files of bounded size, the oldest given up for the newest. It stays on this machine. */
public final class ProgramLog {
    private static final Logger LOG = Logger.getLogger("yondershelf");
    private static final int MOST_BYTES = 1 << 20;
    private static final int FILES = 5;

    private ProgramLog() {}

    /** Begins writing to a folder that exists; from then on {@link #note} does. A folder that cannot be written means no log. */
    public static synchronized void begin(Path folder) {
        for (Handler handler : LOG.getHandlers()) {
            LOG.removeHandler(handler);
            handler.close();
        }
        LOG.setUseParentHandlers(false);
        try {
            FileHandler file = new FileHandler(pattern(folder), MOST_BYTES, FILES, true);
            file.setEncoding("UTF-8");
            file.setFormatter(new SimpleFormatter());
            LOG.addHandler(file);
        } catch (IOException e) {
            LOG.setLevel(Level.OFF);
        }
    }

    /** A percent sign in a folder's name is not a place for a number. */
    private static String pattern(Path folder) {
        return folder.toAbsolutePath().toString().replace("%", "%%") + "/yonder-%g.log";
    }

    /** Notes what went wrong with a file. */
    public static void note(Problem problem) {
        LOG.warning(problem.sentence());
    }

    /** Notes what went wrong inside the program, with where it did. */
    public static void note(String what, Throwable e) {
        LOG.log(Level.SEVERE, what, e);
    }
}
