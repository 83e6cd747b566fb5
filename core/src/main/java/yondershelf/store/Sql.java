package yondershelf.store;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** One connection and its prepared statements. Used by one thread at a time. */
final class Sql implements AutoCloseable {
    private final Connection connection;
    private final Map<String, PreparedStatement> prepared = new HashMap<>();

    Sql(Connection connection) {
        this.connection = connection;
    }

    /** Reads one row. */
    interface Row {
        void read(ResultSet row) throws SQLException;
    }

    private PreparedStatement statement(String text, @Nullable Object... values) throws SQLException {
        PreparedStatement statement = prepared.get(text);
        if (statement == null) {
            statement = connection.prepareStatement(text);
            prepared.put(text, statement);
        }
        for (int i = 0; i < values.length; i++) {
            statement.setObject(i + 1, values[i]);
        }
        return statement;
    }

    int run(String text, @Nullable Object... values) throws SQLException {
        return statement(text, values).executeUpdate();
    }

    void each(String text, Row row, @Nullable Object... values) throws SQLException {
        try (ResultSet rows = statement(text, values).executeQuery()) {
            while (rows.next()) {
                row.read(rows);
            }
        }
    }

    long number(String text, long otherwise, @Nullable Object... values) throws SQLException {
        long[] out = {otherwise};
        each(text, row -> out[0] = row.getLong(1), values);
        return out[0];
    }

    @Nullable
    String text(String text, @Nullable Object... values) throws SQLException {
        @Nullable String[] out = new @Nullable String[1];
        each(text, row -> out[0] = row.getString(1), values);
        return out[0];
    }

    /** Begins a transaction that nobody else can write during. */
    void begin() throws SQLException {
        connection.setAutoCommit(false);
    }

    void commit() throws SQLException {
        connection.commit();
        connection.setAutoCommit(true);
    }

    void rollBack() {
        // the driver closes a statement that failed
        prepared.values().forEach(Sql::forget);
        prepared.clear();
        try {
            connection.rollback();
        } catch (SQLException e) {
            // the transaction ended by itself, as on a full drive: the driver must be told all the same
            ended();
            return;
        }
        ended();
    }

    private static void forget(PreparedStatement statement) {
        try {
            statement.close();
        } catch (SQLException closed) {
            // it is closed already
            return;
        }
    }

    private void ended() {
        try {
            connection.setAutoCommit(true);
        } catch (SQLException nothingToCommit) {
            // the driver knows by now that nothing is under way
            return;
        }
    }

    /** Statements that prepare nothing: schema and pragmas. */
    void plain(String text) throws SQLException {
        try (var statement = connection.createStatement()) {
            statement.execute(text);
        }
    }

    /** True when SQLite finds nothing wrong with the file. */
    boolean isSound() throws SQLException {
        boolean[] sound = new boolean[1];
        each("PRAGMA quick_check(1)", row -> sound[0] = "ok".equals(row.getString(1)));
        return sound[0];
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }
}
