package yondershelf.credits;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import yondershelf.format.Oracles;
import yondershelf.library.Licences;

class CreditsTest {
    @TempDir
    Path folder;

    private Credit text(String text) throws Exception {
        return Credits.ofText(Files.writeString(folder.resolve("readme.txt"), text));
    }

    /** Each licence by its own text, as the SPDX list (npm spdx-license-list) holds it. */
    @Test
    void licencesByTheirTexts() throws Exception {
        Path texts = Oracles.project().resolve("target/oracles/node_modules/spdx-license-list/licenses");
        Oracles.need(Files.isDirectory(texts), "npm spdx-license-list");
        for (String id : Licences.ids()) {
            String text = new ObjectMapper()
                    .readTree(texts.resolve(id + ".json").toFile())
                    .path("licenseText")
                    .asText();
            assertTrue(text.length() > 100, id);
            assertEquals(id, text(text).licence(), id);
        }
    }

    /** As packs say it (common practice, no source). */
    @Test
    void whatPacksSay() throws Exception {
        for (String[] said : new String[][] {
            {"Author: Mira Tollgate\nLicense: CC0\n", "Mira Tollgate", "CC0-1.0"},
            {"Made by The Slipway Bench (slipway.example)\nCC BY 4.0\n", "The Slipway Bench", "CC-BY-4.0"},
            {"Licensed under Creative Commons Attribution-ShareAlike 4.0 International", "", "CC-BY-SA-4.0"},
            {"see https://creativecommons.org/licenses/by-nc/4.0/ (CC BY-NC 4.0)", "", "CC-BY-NC-4.0"},
            {"Copyright (c) 2019-2021 Harbour Models. All rights reserved.", "Harbour Models", ""},
            {"\u00a9 2020, Otto Windgauge <otto@windgauge.example>", "Otto Windgauge", ""},
            {"SPDX-License-Identifier: MIT\n", "", "MIT"},
            {"Textures: CC0. Models: CC BY 4.0.", "", ""},
            {"The copyright holder grants nothing. Enjoy the lighthouse!", "", ""},
            {"A lamp, four sizes. Units are centimetres.", "", ""},
            {"Storm lantern by Mira Tollgate\nfour sizes\n", "Mira Tollgate", ""},
            {"by The Slipway Bench\n", "The Slipway Bench", ""},
            {"Made by hand, by lamplight.\nStand by for more\n", "", ""},
            {"Sturmlaterne\nErstellt von Jördis Ankerplatz\nLizenz: CC BY 4.0\n", "Jördis Ankerplatz", "CC-BY-4.0"},
            {"Urheber: Jördis Ankerplatz\nNamensnennung 4.0 International", "Jördis Ankerplatz", "CC-BY-4.0"},
            {
                "Namensnennung - Nicht kommerziell - Weitergabe unter gleichen Bedingungen 4.0 International",
                "",
                "CC-BY-NC-SA-4.0"
            },
            {"Namensnennung-Keine Bearbeitungen 4.0 International", "", "CC-BY-ND-4.0"},
            {"Lanterne\nAuteur : Élodie Brisant\nAttribution 4.0 International", "Élodie Brisant", "CC-BY-4.0"},
            {
                "Réalisé par Élodie Brisant\nAttribution - Pas d’Utilisation Commerciale - Partage dans les Mêmes"
                        + " Conditions 4.0 International",
                "Élodie Brisant",
                "CC-BY-NC-SA-4.0"
            },
            {"Attribution - Pas de Modification 4.0 International", "", "CC-BY-ND-4.0"},
            {"Lizenz: CC0. Danke!", "", "CC0-1.0"},
        }) {
            Credit credit = text(said[0]);
            assertEquals(said[1], credit.author(), said[0]);
            assertEquals(said[2], credit.licence(), said[0]);
        }
    }

    @Test
    void whichTextsAreAsked() {
        for (String name : List.of(
                "LICENSE",
                "license.txt",
                "Read Me.md",
                "lamp_license.txt",
                "CREDITS.md",
                "README",
                "LIESMICH.txt",
                "Lizenz.txt",
                "lisez-moi.txt")) {
            assertTrue(Credits.isText(name), name);
        }
        for (String name : List.of("licence plate.png", "readme.png", "notes.txt", "lamp.obj", "inform.txt")) {
            assertFalse(Credits.isText(name), name);
        }
    }

    /** glTF 2.0, 5.8: the asset's copyright; extras by common practice, no source. */
    @Test
    void gltfSaysItself() throws Exception {
        String json = "{\"asset\":{\"version\":\"2.0\",\"copyright\":\"2021 (c) Harbour Models, CC BY 4.0\"}}";
        Path gltf = Files.writeString(folder.resolve("m.gltf"), json);
        assertEquals(new Credit("Harbour Models", "CC-BY-4.0", "m.gltf"), Credits.ofFile(gltf));
        byte[] chunk = json.getBytes(StandardCharsets.UTF_8);
        java.nio.ByteBuffer glb =
                java.nio.ByteBuffer.allocate(20 + chunk.length).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        glb.putInt(0x46546C67)
                .putInt(2)
                .putInt(20 + chunk.length)
                .putInt(chunk.length)
                .putInt(0x4E4F534A)
                .put(chunk);
        assertEquals(
                "Harbour Models",
                Credits.ofFile(Files.write(folder.resolve("m.glb"), glb.array()))
                        .author());
        Files.writeString(
                gltf,
                "{\"asset\":{\"extras\":{\"author\":\"Mira Tollgate (https://x.example)\",\"license\":\"CC0\"}}}");
        assertEquals(new Credit("Mira Tollgate", "CC0-1.0", "m.gltf"), Credits.ofFile(gltf));
        assertTrue(Credits.ofFile(Files.writeString(gltf, "{")).isEmpty());
    }

    /** Packets as another library (npm sharp) puts them into files; both ways properties are written (ISO 16684-1, 7.4). */
    @Test
    void picturesSayItInTheirMetadata() throws Exception {
        Path modules = Oracles.project().resolve("target/oracles/node_modules");
        Oracles.need(Files.isDirectory(modules.resolve("sharp")) && Oracles.hasCommand("node"), "npm sharp");
        Path script = Path.of(Objects.requireNonNull(CreditsTest.class.getResource("/outside/xmp.mjs"))
                .toURI());
        Path packet = Files.writeString(folder.resolve("packet.xml"), """
                <?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>
                <x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
                <rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/"
                  xmlns:cc="http://creativecommons.org/ns#" xmlns:xmpRights="http://ns.adobe.com/xap/1.0/rights/"
                  xmpRights:WebStatement="https://creativecommons.org/licenses/by-sa/4.0/">
                <dc:creator><rdf:Seq><rdf:li>Mira Tollgate</rdf:li></rdf:Seq></dc:creator>
                <dc:rights><rdf:Alt><rdf:li xml:lang="x-default">free for models of the coast</rdf:li></rdf:Alt></dc:rights>
                </rdf:Description></rdf:RDF></x:xmpmeta>
                <?xpacket end="w"?>
                """);
        Oracles.run(List.of("node", script.toString(), modules.toString(), folder.toString(), packet.toString()));
        for (String name : List.of("x.png", "x.jpg", "x.tif", "x.webp")) {
            assertEquals(new Credit("Mira Tollgate", "CC-BY-SA-4.0", name), Credits.ofFile(folder.resolve(name)), name);
        }
    }

    /** Exif as other programs (npm sharp, oiiotool) write it (CIPA DC-008, 4.6.5). */
    @Test
    void picturesSayItInTheirTags() throws Exception {
        Path modules = Oracles.project().resolve("target/oracles/node_modules");
        Oracles.need(Files.isDirectory(modules.resolve("sharp")) && Oracles.hasCommand("node"), "npm sharp");
        Path script = Path.of(Objects.requireNonNull(CreditsTest.class.getResource("/outside/exif.mjs"))
                .toURI());
        Oracles.run(List.of("node", script.toString(), modules.toString(), folder.toString()));
        Oracles.need(Oracles.hasCommand("oiiotool"), "oiiotool");
        Oracles.run(List.of(
                "oiiotool",
                "--create",
                "8x8",
                "3",
                "--attrib",
                "Artist",
                "Mira Tollgate",
                "--attrib",
                "Copyright",
                "CC BY-NC 4.0, Harbour Models",
                "-o",
                folder.resolve("e.tif").toString()));
        for (String name : List.of("e.jpg", "e.png", "e.webp", "e.tif")) {
            assertEquals(new Credit("Mira Tollgate", "CC-BY-NC-4.0", name), Credits.ofFile(folder.resolve(name)), name);
        }
    }
}
