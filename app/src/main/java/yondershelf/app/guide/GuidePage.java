package yondershelf.app.guide;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * One page of the guide.
 *
 * @param title its first heading
 * @param blocks what follows, top to bottom
 */
record GuidePage(String title, List<Block> blocks) {
    private static final Pattern PICTURE = Pattern.compile("!\\[([^\\]]*)\\]\\(([^)]+)\\)");
    private static final Pattern MARKED = Pattern.compile("\\*\\*([^*]+)\\*\\*|`([^`]+)`");

    /** A piece of a page. */
    sealed interface Block {
        /** Its words, without marks, for searching. */
        String words();

        /** @param item true for a line of a list */
        record Words(List<Span> spans, boolean item) implements Block {
            @Override
            public String words() {
                return String.join("", spans.stream().map(Span::text).toList());
            }
        }

        /** @param file name of the picture, without its folder */
        record Shot(String words, String file) implements Block {}
    }

    /** How words are set. */
    enum Style {
        PLAIN,
        STRONG,
        CODE
    }

    record Span(String text, Style style) {}

    GuidePage {
        blocks = List.copyOf(blocks);
    }

    /** Reads a page; blocks are separated by empty lines, items of a list begin with a dash. */
    static GuidePage parse(String source) {
        String title = "";
        List<Block> blocks = new ArrayList<>();
        for (String block : source.replace("\r", "").split("\n\\s*\n")) {
            String text = block.strip();
            Matcher picture = PICTURE.matcher(text);
            if (text.startsWith("# ") && title.isEmpty()) {
                title = text.substring(2).strip();
            } else if (picture.matches()) {
                String file = picture.group(2);
                blocks.add(new Block.Shot(picture.group(1), file.substring(file.lastIndexOf('/') + 1)));
            } else if (text.startsWith("- ")) {
                for (String item : text.substring(2).split("\n- ")) {
                    blocks.add(new Block.Words(spans(item.replace('\n', ' ')), true));
                }
            } else if (!text.isEmpty()) {
                blocks.add(new Block.Words(spans(text.replace('\n', ' ')), false));
            }
        }
        return new GuidePage(title, blocks);
    }

    private static List<Span> spans(String text) {
        List<Span> out = new ArrayList<>();
        Matcher marked = MARKED.matcher(text);
        int from = 0;
        while (marked.find()) {
            if (marked.start() > from) {
                out.add(new Span(text.substring(from, marked.start()), Style.PLAIN));
            }
            boolean strong = marked.group(1) != null;
            out.add(new Span(strong ? marked.group(1) : marked.group(2), strong ? Style.STRONG : Style.CODE));
            from = marked.end();
        }
        if (from < text.length()) {
            out.add(new Span(text.substring(from), Style.PLAIN));
        }
        return out;
    }

    /** True when the page, or its title, has all the words. */
    boolean has(String wanted) {
        return isIn(title, wanted) || blocks.stream().anyMatch(b -> isIn(b.words(), wanted));
    }

    /** True when a text has all the words, in any order. */
    static boolean isIn(String block, String wanted) {
        String where = block.toLowerCase(Locale.ROOT);
        for (String word : wanted.toLowerCase(Locale.ROOT).strip().split("\\s+")) {
            if (!where.contains(word)) {
                return false;
            }
        }
        return true;
    }
}
