package yondershelf.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.locks.ReentrantLock;
import org.jspecify.annotations.Nullable;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;
import yondershelf.content.Problem;
import yondershelf.content.ProblemException;
import yondershelf.disk.Disk;
import yondershelf.disk.Lock;
import yondershelf.words.Phrase;
import yondershelf.work.ProgramLog;

/**
 * One connection that writes and one that reads meanwhile (write-ahead log). A database that is found damaged, or whose file was
 * taken away, is made anew, and what was being done is done once more.
 */
final class Connections implements AutoCloseable {
    private static final int BUSY_MILLIS = 10_000;
    /** Ids come in no order: the pages they fall on must stay in memory while many are written. */
    private static final int LOG_PAGES = 8_000;

    private static final int CACHE_KIBIBYTES = 32 << 10;

    private final @Nullable Path file;
    private final ReentrantLock writing = new ReentrantLock();
    private final ReentrantLock reading;
    private final ReentrantLock following;
    private Sql writer;
    private Sql reader;
    /** For long reading, so that short reading does not wait for it. */
    private Sql follower;

    private volatile int epoch;
    /** Which file the connections are to: another process may put a new one in its place. */
    private volatile @Nullable Object key;

    private Connections(@Nullable Path file, Sql writer, Sql reader, Sql follower) {
        this.file = file;
        this.key = file == null ? null : key(file);
        this.writer = writer;
        this.reader = reader;
        this.follower = follower;
        this.following = writer == follower ? writing : new ReentrantLock();
        // in memory there is one connection only
        this.reading = writer == reader ? writing : new ReentrantLock();
    }

    interface Reading<T> {
        T run(Sql sql) throws SQLException;
    }

    interface Writing {
        void run(Sql sql) throws SQLException;
    }

    static Path folderOf(Path file) {
        Path parent = file.toAbsolutePath().getParent();
        return parent == null ? file : parent;
    }

    static Connections inMemory() throws SQLException {
        Sql sql = new Sql(DriverManager.getConnection("jdbc:sqlite::memory:"));
        if (!Schema.prepare(sql)) {
            throw new SQLException("no empty database");
        }
        return new Connections(null, sql, sql, sql);
    }

    static Connections open(Path file) throws SQLException, IOException {
        Sql writer = prepared(file, false);
        return new Connections(file, writer, connect(file), connect(file));
    }

    private static @Nullable Object key(Path file) {
        try {
            return Files.readAttributes(file, BasicFileAttributes.class).fileKey();
        } catch (IOException e) {
            return null;
        }
    }

    /**
     * A connection to sound tables of the right version. Whatever else lies there is put out of the way, by one process at a time: the
     * next one finds what the first one made. A store that only cannot be read now is no lost one.
     *
     * @param doubted true when damage was met: then all of it is looked at
     */
    private static Sql prepared(Path file, boolean doubted) throws SQLException, IOException {
        Optional<Sql> there = sound(file, doubted);
        if (there.isPresent()) {
            return there.get();
        }
        try (Lock _ = Lock.take(
                file.resolveSibling(file.getFileName() + ".lock"),
                Phrase.of("store.making-it-anew"),
                Lock.Waiting.USUAL)) {
            Optional<Sql> meanwhile = sound(file, true);
            if (meanwhile.isPresent()) {
                return meanwhile.get();
            }
            Store.delete(file);
            Sql sql = connect(file);
            if (!Schema.prepare(sql)) {
                throw new SQLException("the store cannot be made anew");
            }
            return sql;
        }
    }

    /** Empty when what lies there is damaged, or of another version. */
    private static Optional<Sql> sound(Path file, boolean doubted) throws SQLException {
        try {
            Sql sql = connect(file);
            if (Schema.prepare(sql) && (!doubted || sql.isSound())) {
                return Optional.of(sql);
            }
            sql.close();
        } catch (SQLException e) {
            if (!isLost(e)) {
                throw e;
            }
            ProgramLog.note("store " + file.getFileName(), e);
        }
        return Optional.empty();
    }

    private static Sql connect(Path file) throws SQLException {
        SQLiteConfig config = new SQLiteConfig();
        config.setJournalMode(SQLiteConfig.JournalMode.WAL);
        config.setSynchronous(SQLiteConfig.SynchronousMode.NORMAL);
        config.setBusyTimeout(BUSY_MILLIS);
        config.setTransactionMode(SQLiteConfig.TransactionMode.IMMEDIATE);
        config.setCacheSize(-CACHE_KIBIBYTES);
        config.setGetGeneratedKeys(false);
        config.setTempStore(SQLiteConfig.TempStore.MEMORY);
        Connection connection = config.createConnection("jdbc:sqlite:" + file.toAbsolutePath());
        Sql sql = new Sql(connection);
        // the log is taken over, with the drive waited for, less often than SQLite would by itself
        sql.plain("PRAGMA wal_autocheckpoint = " + LOG_PAGES);
        return sql;
    }

    /**
     * True when the database itself is damaged or gone, and making it anew is the remedy. A drive that fails or lets nothing be
     * written says nothing of what lies on it; a file that is shorter than it says is damaged.
     */
    private static boolean isLost(SQLException e) {
        int code = e.getErrorCode() & 0xff;
        return code == SQLiteErrorCode.SQLITE_CORRUPT.code
                || code == SQLiteErrorCode.SQLITE_NOTADB.code
                || isCutShort(e)
                || String.valueOf(e.getMessage()).contains("no such table");
    }

    private static boolean isCutShort(SQLException e) {
        return e instanceof SQLiteException own && own.getResultCode() == SQLiteErrorCode.SQLITE_IOERR_SHORT_READ;
    }

    /** True when it is worth looking whether the database is lost. */
    private static boolean isDoubtful(SQLException e) {
        return isLost(e) || (e.getErrorCode() & 0xff) == SQLiteErrorCode.SQLITE_IOERR.code;
    }

    @Nullable
    Path file() {
        return file;
    }

    int epoch() {
        return epoch;
    }

    /** The same after a look whether the file is still there: one that was taken away can be read on, and tells old things. */
    <T> T readPresent(Reading<T> body) {
        return read(sql -> {
            requirePresent();
            return body.run(sql);
        });
    }

    <T> T read(Reading<T> body) {
        int before = epoch;
        try {
            try {
                return locked(body);
            } catch (SQLException e) {
                if (!isDoubtful(e)) {
                    throw e;
                }
                renew(before, e);
                return locked(body);
            }
        } catch (SQLException e) {
            throw new IllegalStateException("the store cannot be read (" + e.getMessage() + ")", e);
        }
    }

    /** For long reading: nobody waits for it. A store that is lost meanwhile tells nothing, and the next call what it is then. */
    <T> T readAtLength(Reading<T> body, T otherwise) {
        following.lock();
        try {
            return body.run(follower);
        } catch (SQLException e) {
            ProgramLog.note("reading the store", e);
            return otherwise;
        } finally {
            following.unlock();
        }
    }

    private <T> T locked(Reading<T> body) throws SQLException {
        reading.lock();
        try {
            return body.run(reader);
        } finally {
            reading.unlock();
        }
    }

    void write(Writing body) throws ProblemException {
        writing.lock();
        try {
            int before = epoch;
            try {
                requirePresent();
                transact(body);
            } catch (SQLException e) {
                if (!isDoubtful(e)) {
                    throw e;
                }
                renew(before, e);
                transact(body);
            }
        } catch (SQLException e) {
            boolean full = (e.getErrorCode() & 0xff) == SQLiteErrorCode.SQLITE_FULL.code;
            throw new Problem(
                            String.valueOf(file),
                            full
                                    ? Phrase.of("store.the-drive-of-the-programs")
                                    : Phrase.of("store.what-is-known-could-not", e.getMessage()),
                            full ? Phrase.of("store.make-room-there") : Phrase.of("store.it-is-found-out-again"))
                    .raise(e);
        } finally {
            writing.unlock();
        }
    }

    /** A file that was taken away goes on being written to, seen by nobody. */
    private void requirePresent() throws SQLException {
        if (file != null && !Objects.equals(key, key(file))) {
            throw new SQLException("the file is gone", "", SQLiteErrorCode.SQLITE_CORRUPT.code);
        }
    }

    private void transact(Writing body) throws SQLException {
        writer.begin();
        boolean done = false;
        try {
            body.run(writer);
            writer.commit();
            done = true;
        } catch (Batch.Failed e) {
            throw e.reason();
        } finally {
            if (!done) {
                writer.rollBack();
            }
        }
    }

    private void renew(int seen, SQLException reason) throws SQLException {
        writing.lock();
        reading.lock();
        following.lock();
        try {
            if (epoch != seen) {
                return;
            }
            ProgramLog.note("the store is made anew", reason);
            close();
            if (file == null) {
                throw reason;
            }
            Disk.REAL.makeFolders(folderOf(file));
            writer = prepared(file, true);
            reader = connect(file);
            follower = connect(file);
            key = key(file);
            epoch = seen + 1;
        } catch (IOException e) {
            throw new SQLException("the store cannot be made anew (" + e.getMessage() + ")", e);
        } finally {
            following.unlock();
            reading.unlock();
            writing.unlock();
        }
    }

    @Override
    public void close() {
        for (Sql sql : new Sql[] {follower, reader, writer}) {
            try {
                sql.close();
            } catch (SQLException e) {
                ProgramLog.note("closing the store", e);
            }
        }
    }

    /** The first value of a query; empty when there is none. */
    Optional<String> text(String query, Object... values) {
        return read(sql -> Optional.ofNullable(sql.text(query, values)));
    }

    /** The first values of all rows of a query. */
    List<String> texts(String query, String... values) {
        return read(sql -> {
            List<String> out = new ArrayList<>();
            sql.each(query, r -> out.add(r.getString(1)), (Object[]) values);
            return out;
        });
    }

    /** Rows of assets, of a query that gives {@link AssetRow#COLUMNS}. */
    List<AssetRow> some(String query, Object... values) {
        return read(sql -> {
            List<AssetRow> out = new ArrayList<>();
            sql.each(query, r -> out.add(AssetRow.of(r)), values);
            return out;
        });
    }
}
