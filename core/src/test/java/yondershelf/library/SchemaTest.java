package yondershelf.library;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.content.Picture;
import yondershelf.format.Formats;
import yondershelf.work.Work;

/** What a library writes of itself is what docs/schema says (JSON Schema 2020-12, checked by a validator of others). */
class SchemaTest {
    private static final ObjectMapper JSON = new ObjectMapper();

    @TempDir
    Path folder;

    private static JsonSchema schema(String name) throws Exception {
        Path file = Path.of("..", "docs", "schema", name);
        return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(Files.readString(file));
    }

    private static void assertValid(JsonSchema schema, String text) throws Exception {
        assertEquals(Set.of(), Set.copyOf(schema.validate(JSON.readTree(text))), text);
    }

    @Test
    void whatIsWrittenIsAsDescribed() throws Exception {
        Path root = Files.createDirectory(folder.resolve("Props"));
        Files.write(root.resolve("rope.png"), Formats.png(Picture.ofBytes(1, 1, 1, new byte[1])));
        Library library = Library.open(root, "", "desk");
        library.scan(new Formats(), Work.SILENT);
        String id = library.assetId("rope.png");
        List<Edit> edits = new ArrayList<>();
        for (Edit.Field field : Edit.Field.values()) {
            edits.add(Edit.set(id, field, field + " \"of\" it\n"));
        }
        edits.add(Edit.tag(id, "hemp/tarred"));
        edits.add(Edit.untag(id, "hemp/tarred"));
        for (int i = 0; i < 900; i++) {
            library.labels().edit(edits);
        }
        library.rename("Props of the station");
        JsonSchema description = schema("library.schema.json");
        assertValid(description, Files.readString(library.own().resolve("library.json")));
        assertValid(description, Files.readString(library.own().resolve("library.second.json")));
        JsonSchema line = schema("journal-line.schema.json");
        int lines = 0;
        for (String journal : List.of("journal/desk.jsonl", "places/desk.jsonl")) {
            for (String written : Files.readAllLines(library.own().resolve(journal))) {
                assertValid(line, written);
                lines++;
            }
        }
        assertFalse(lines < 10, "lines: " + lines);
        for (String wrong : List.of("{}", "{\"t\":\"x\",\"a\":\"a\",\"f\":\"note\",\"v\":\"\",\"c\":\"00000000\"}")) {
            assertFalse(line.validate(JSON.readTree(wrong)).isEmpty(), wrong);
        }
        assertFalse(description
                .validate(JSON.readTree("{\"format\":2,\"id\":\"x\",\"name\":\"\"}"))
                .isEmpty());
    }
}
