package yondershelf.app;

/** Starts {@link OtherProgram} from the class path. */
final class OtherProgramMain {
    private OtherProgramMain() {}

    public static void main(String[] args) {
        OtherProgram.main(args);
    }
}
