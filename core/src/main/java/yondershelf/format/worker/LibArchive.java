package yondershelf.format.worker;

import java.lang.foreign.Arena;
import java.lang.foreign.FunctionDescriptor;
import java.lang.foreign.Linker;
import java.lang.foreign.MemoryLayout;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.SymbolLookup;
import java.lang.foreign.ValueLayout;
import java.lang.invoke.MethodHandle;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * The few functions of the C library libarchive that reading RAR takes (its manual page archive_read(3)); systems bring the library
 * along. Only the child process calls it, which may use native code.
 */
@SuppressWarnings("restricted")
final class LibArchive {
    static final int OK = 0;
    static final int END = 1;
    static final int WARN = -20;

    /** Its names on Linux, on macOS and on Windows. */
    private static final List<String> NAMES =
            List.of("libarchive.so.13", "libarchive.13.dylib", "/usr/lib/libarchive.2.dylib", "archiveint.dll");

    private static final int BLOCK = 1 << 16;
    private static final long LONGEST = 1 << 16;

    /** The process reads one archive and ends. */
    private final Arena arena = Arena.global();

    private final SymbolLookup symbols;
    private final MemorySegment archive;
    private final MethodHandle nextHeader;
    private final MethodHandle readData;
    private final MemorySegment entry = arena.allocate(ValueLayout.ADDRESS);
    private final MemorySegment block = arena.allocate(BLOCK);

    private LibArchive(SymbolLookup symbols) throws Throwable {
        this.symbols = symbols;
        archive = (MemorySegment)
                function("archive_read_new", ValueLayout.ADDRESS).invokeExact();
        nextHeader =
                function("archive_read_next_header", ValueLayout.JAVA_INT, ValueLayout.ADDRESS, ValueLayout.ADDRESS);
        readData = function(
                "archive_read_data",
                ValueLayout.JAVA_LONG,
                ValueLayout.ADDRESS,
                ValueLayout.ADDRESS,
                ValueLayout.JAVA_LONG);
        for (String format : List.of("archive_read_support_format_rar", "archive_read_support_format_rar5")) {
            int _ = (int)
                    function(format, ValueLayout.JAVA_INT, ValueLayout.ADDRESS).invokeExact(archive);
        }
    }

    /** The library of this system; empty when there is none. */
    static Optional<LibArchive> load() throws Throwable {
        for (String name : NAMES) {
            Optional<SymbolLookup> symbols = lookup(name);
            if (symbols.isPresent()) {
                return Optional.of(new LibArchive(symbols.get()));
            }
        }
        return Optional.empty();
    }

    private static Optional<SymbolLookup> lookup(String name) {
        try {
            return Optional.of(SymbolLookup.libraryLookup(name, Arena.global()));
        } catch (IllegalArgumentException e) {
            // this system has none of this name
            return Optional.empty();
        }
    }

    private MethodHandle function(String name, MemoryLayout result, MemoryLayout... arguments) {
        return Linker.nativeLinker()
                .downcallHandle(symbols.findOrThrow(name), FunctionDescriptor.of(result, arguments));
    }

    /** @param volumes the parts of the archive in order */
    int open(List<Path> volumes) throws Throwable {
        MemorySegment names = arena.allocate(ValueLayout.ADDRESS, volumes.size() + 1L);
        for (int i = 0; i < volumes.size(); i++) {
            names.setAtIndex(
                    ValueLayout.ADDRESS, i, arena.allocateFrom(volumes.get(i).toString()));
        }
        return (int) function(
                        "archive_read_open_filenames",
                        ValueLayout.JAVA_INT,
                        ValueLayout.ADDRESS,
                        ValueLayout.ADDRESS,
                        ValueLayout.JAVA_LONG)
                .invokeExact(archive, names, (long) BLOCK);
    }

    int next() throws Throwable {
        return (int) nextHeader.invokeExact(archive, entry);
    }

    private MemorySegment entry() {
        return entry.get(ValueLayout.ADDRESS, 0);
    }

    /** The entry's path; empty when it has none that can be told. */
    String name() throws Throwable {
        MethodHandle asUtf8 = function("archive_entry_pathname_utf8", ValueLayout.ADDRESS, ValueLayout.ADDRESS);
        String name = text((MemorySegment) asUtf8.invokeExact(entry()));
        if (name.isEmpty()) {
            MethodHandle plain = function("archive_entry_pathname", ValueLayout.ADDRESS, ValueLayout.ADDRESS);
            name = text((MemorySegment) plain.invokeExact(entry()));
        }
        return name;
    }

    private static String text(MemorySegment at) {
        return at.equals(MemorySegment.NULL) ? "" : at.reinterpret(LONGEST).getString(0);
    }

    /** Its kind as POSIX has it in {@code st_mode}: 0100000 for a plain file. */
    int kind() throws Throwable {
        return (int) function("archive_entry_filetype", ValueLayout.JAVA_INT, ValueLayout.ADDRESS)
                .invokeExact(entry());
    }

    boolean isLink() throws Throwable {
        MethodHandle hard = function("archive_entry_hardlink", ValueLayout.ADDRESS, ValueLayout.ADDRESS);
        MemorySegment to = (MemorySegment) hard.invokeExact(entry());
        return !to.equals(MemorySegment.NULL);
    }

    boolean isEncrypted() throws Throwable {
        return (int) function("archive_entry_is_encrypted", ValueLayout.JAVA_INT, ValueLayout.ADDRESS)
                        .invokeExact(entry())
                != 0;
    }

    /** Its next bytes; none at its end. */
    byte[] read() throws Throwable {
        long read = (long) readData.invokeExact(archive, block, (long) BLOCK);
        if (read < 0) {
            throw new java.io.IOException(error());
        }
        return block.asSlice(0, read).toArray(ValueLayout.JAVA_BYTE);
    }

    /** What it says of the last error. */
    String error() throws Throwable {
        MethodHandle said = function("archive_error_string", ValueLayout.ADDRESS, ValueLayout.ADDRESS);
        String text = text((MemorySegment) said.invokeExact(archive));
        return text.isEmpty() ? "no reason given" : text;
    }
}
