package yondershelf.content;

import java.io.Serial;
import org.jspecify.annotations.Nullable;

/** Carries a {@link Problem} up to whoever can show it; the only checked exception of the core besides interruption. */
public final class ProblemException extends Exception {
    @Serial
    private static final long serialVersionUID = 1L;

    private final transient Problem problem;

    ProblemException(Problem problem, @Nullable Throwable origin) {
        super(problem.sentence(), origin);
        this.problem = problem;
    }

    public Problem problem() {
        return problem;
    }
}
