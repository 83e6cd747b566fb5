package yondershelf.credits;

import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import yondershelf.library.Licences;

/** Licences and authors in running text. A text that names several licences names none. */
final class CreditText {
    /** As the SPDX specification has it in files (2.3, annex E). */
    private static final Pattern SPDX = Pattern.compile("SPDX-License-Identifier:\\s*([A-Za-z0-9.+-]+)");

    private static final Pattern DEED =
            Pattern.compile("(?i)creativecommons\\.org/licen[sc]es/(by(?:-nc)?(?:-nd|-sa)?)/(\\d\\.\\d)");
    private static final Pattern SHORT =
            Pattern.compile("(?i)\\bcc[ -]by((?:[ -](?:nc|nd|sa))*)(?:[ -](?:v(?:ersion)?\\.? ?)?(\\d\\.\\d))?\\b");
    private static final Pattern LONG = Pattern.compile(
            "(?i)\\battribution((?:[ -]+(?:noncommercial|non-commercial|noderivatives|noderivs|sharealike|share alike))*)[ -]+(?:licen[sc]e,? )?(?:version )?(\\d\\.\\d)");

    /** The licences' names in German and French, as their deeds have them. */
    private static final Pattern NAMENSNENNUNG = Pattern.compile(
            "(?iu)\\bnamensnennung((?:[ \u2013-]+(?:nicht[ -]kommerziell|keine[ -]bearbeitungen?|weitergabe unter gleichen bedingungen))*)[ \u2013-]+(?:version )?(\\d\\.\\d)");

    private static final Pattern ATTRIBUTION = Pattern.compile(
            "(?iu)\\battribution((?:[ \u2013-]+(?:pas d[\u2019']utilisation commerciale|pas de modifications?|partage dans les m\u00eames conditions))*)[ \u2013-]+(?:version )?(\\d\\.\\d)");

    /** What stands in a licence itself or is said of it, by its identifier. */
    private static final Map<String, Pattern> SAID = new LinkedHashMap<>();

    static {
        SAID.put(
                "CC0-1.0",
                Pattern.compile("(?i)creativecommons\\.org/publicdomain/zero/1\\.0|\\bcc[ -]?0\\b|\\bcc zero\\b"));
        SAID.put("Apache-2.0", Pattern.compile("(?is)apache licen[sc]e[\\s,]+version 2\\.0|\\bapache-2\\.0\\b"));
        SAID.put(
                "MIT",
                Pattern.compile(
                        "(?is)\\bmit licen[sc]e|permission is hereby granted, free\\s+of\\s+charge,\\s+to\\s+any\\s+person\\s+obtaining\\s+a\\s+copy\\s+of\\s+this"));
        SAID.put("OFL-1.1", Pattern.compile("(?is)sil open font licen[sc]e,?\\s+version 1\\.1"));
        SAID.put("Unlicense", Pattern.compile("(?is)this is free and unencumbered software"));
        SAID.put("BSD-3-Clause", Pattern.compile("(?is)neither the name of .{1,200} may be used to endorse"));
    }

    private static final Pattern MADE = Pattern.compile(
            "(?imu)^[\\s*#>-]*(?:author|artist|creator|made by|created by|model(?:l)?ed by|textured by|(?:textures?|models?|materials?|assets?|pack) by|autorin|autor|urheberin|urheber|k\u00fcnstlerin|k\u00fcnstler|erstellt von|modelliert von|gemacht von|auteure|auteur|autrice|cr\u00e9\u00e9 par|r\u00e9alis\u00e9 par|mod\u00e9lis\u00e9 par|fait par)\\s*[:=-]?\\s+(\\S.{1,60})$");
    /** By what else things are made. */
    private static final Pattern NOBODY = Pattern.compile("(?i)^(?:hand|using|scanning|me|myself|us)\\b");

    /** "Storm lantern by NAME" or "by NAME" as a line: the name in capitals, so that "made by hand" names nobody. */
    private static final Pattern BY = Pattern.compile(
            "(?mu)^[\\s*#>-]*(?:[^\\n]{0,60}\\s)?(?:by|von|par)\\s+(\\p{Lu}[\\p{L}\\p{N}.'\u2019-]+(?:\\s+(?:(?:van|von|de|der|du|la|le|of|the|and)\\s+)*\\p{Lu}[\\p{L}\\p{N}.'\u2019-]*){0,4})[\\s.,;(]*(?:\\d{4}.{0,20})?\\s*$");

    private static final Pattern COPYRIGHT = Pattern.compile(
            "(?im)(?:\\bcopyright|\\(c\\)|\u00a9)[\\s:]*(?:\\(c\\)|\u00a9)?\\s*(?:\\d{4}(?:\\s*[-\u2013,]\\s*\\d{2,4})*,?)?\\s*(?:by\\s+)?([^\\n]{2,120})");
    /** Lines that speak of a licence may end with whose it is. */
    private static final Pattern LICENSED =
            Pattern.compile("(?i)licen[sc]|lizenz|permi|under|provided|published|distributed|copyright|\\u00a9");
    /** What legal texts go on with. */
    private static final Pattern NOT_A_NAME = Pattern.compile(
            "(?i)^(?:and|or|notice|holders?|owners?|laws?|licen[sc]e|the|is|in|to|statement|protection|interest|act|treaty|term|,|\\[|<|&).*");

    private static final Pattern BEHIND =
            Pattern.compile("(?i)(?:[,.;(<|]|\\s-\\s|\\ball rights|\\blicen[sc]ed|\\bunder\\b|https?:).*$");

    private CreditText() {}

    static Credit read(String text, String from) {
        return new Credit(author(text), licences(text), from);
    }

    /** A licence in a field of its own: by its identifier where it is one, else as it is written, in a line. */
    static String licence(String written) {
        String found = licences(written);
        String line = written.strip().replaceAll("\\s+", " ");
        return found.isEmpty() ? line.substring(0, Math.min(60, line.length())) : found;
    }

    /** An author in a field of its own. */
    static String name(String written) {
        String line = BEHIND.matcher(written.strip().replaceAll("\\s+", " "))
                .replaceFirst("")
                .strip();
        return line.length() > 60 ? "" : line;
    }

    private static String licences(String text) {
        Set<String> found = new TreeSet<>();
        for (Matcher m = SPDX.matcher(text); m.find(); ) {
            found.add(Licences.named(m.group(1)));
        }
        for (Matcher m = DEED.matcher(text); m.find(); ) {
            found.add(Licences.named("CC-" + m.group(1) + "-" + m.group(2)));
        }
        for (Matcher m = SHORT.matcher(text); m.find(); ) {
            String version = m.group(2) == null ? "" : "-" + m.group(2);
            found.add(Licences.named(("CC-BY" + m.group(1).replace(' ', '-') + version).toUpperCase(Locale.ROOT)));
        }
        for (Matcher m = LONG.matcher(text); m.find(); ) {
            String more = m.group(1).toLowerCase(Locale.ROOT).replaceAll("[ -]+", "");
            String parts = more.replace("noncommercial", "-NC")
                    .replaceAll("noderiv(ative)?s", "-ND")
                    .replace("sharealike", "-SA");
            found.add(Licences.named("CC-BY" + parts + "-" + m.group(2)));
        }
        for (Pattern named : new Pattern[] {NAMENSNENNUNG, ATTRIBUTION}) {
            for (Matcher m = named.matcher(text); m.find(); ) {
                String more = m.group(1).toLowerCase(Locale.ROOT);
                String parts = (more.contains("kommerzi") || more.contains("commercial") ? "-NC" : "")
                        + (more.contains("bearbeitung") || more.contains("modification") ? "-ND" : "")
                        + (more.contains("weitergabe") || more.contains("partage") ? "-SA" : "");
                found.add(Licences.named("CC-BY" + parts + "-" + m.group(2)));
            }
        }
        SAID.forEach((id, pattern) -> {
            if (pattern.matcher(text).find()) {
                found.add(id);
            }
        });
        // "CC BY" beside "CC BY 4.0" is the same said twice
        found.removeIf(f ->
                found.stream().anyMatch(other -> !other.equals(f) && other.matches(Pattern.quote(f) + "-\\d\\.\\d")));
        return found.size() == 1 ? found.iterator().next() : "";
    }

    private static String author(String text) {
        for (Matcher m = MADE.matcher(text); m.find(); ) {
            String name = name(m.group(1));
            if (name.length() > 1 && !NOBODY.matcher(name).find()) {
                return name;
            }
        }
        for (Matcher m = BY.matcher(text); m.find(); ) {
            String name = name(m.group(1));
            if (name.length() > 1 && !LICENSED.matcher(m.group()).find()) {
                return name;
            }
        }
        for (Matcher m = COPYRIGHT.matcher(text); m.find(); ) {
            String name = name(m.group(1));
            if (name.length() > 1 && !NOT_A_NAME.matcher(name).matches()) {
                return name;
            }
        }
        return "";
    }
}
