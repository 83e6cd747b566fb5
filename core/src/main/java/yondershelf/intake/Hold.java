package yondershelf.intake;

/** While it is open, an item's files are where the item says they are: those of archives may go again after that. */
public interface Hold extends AutoCloseable {
    @Override
    void close();
}
