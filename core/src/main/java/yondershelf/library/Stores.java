package yondershelf.library;

import java.nio.file.Path;
import yondershelf.content.ProblemException;
import yondershelf.store.Store;

/** Where what is known of a library is kept on this machine, by the library's id. */
public interface Stores {
    Store of(String library) throws ProblemException;

    /** What this machine alone remembers of groups of changes; here until the library is closed. */
    default MachineRecords records(String library) {
        return MachineRecords.inMemory();
    }

    /** Rows that are forgotten, and records in a folder of this machine. */
    static Stores withRecords(Path folder) {
        return new Stores() {
            @Override
            public Store of(String library) throws ProblemException {
                return Store.inMemory();
            }

            @Override
            public MachineRecords records(String library) {
                return MachineRecords.in(folder.resolve(library));
            }
        };
    }
}
