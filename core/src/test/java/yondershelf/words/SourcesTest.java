package yondershelf.words;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.ResourceBundle;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import yondershelf.content.Kind;

/** Reads the sources: what is said to a person stands in the bundle, and what stands in the bundle is said. */
class SourcesTest {
    private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();

    /** Makers of texts that are said; elsewhere in the core words are those of files, queries and mistakes of programmers. */
    private static final Set<String> SAID_BY_CORE =
            Set.of("Problem", "Problem.of", "Finding", "Finding.Remedy", "Sorted.Skipped", "Facts.unreadable");

    /** Of these methods texts are ids, styles, file names or patterns. */
    private static final Set<String> NOT_SAID = Set.of(
            "getStyleClass",
            "getPseudoClass",
            "lookup",
            "setId",
            "setStyle",
            "equals",
            "matches",
            "replace",
            "split",
            "startsWith",
            "endsWith",
            "resolve",
            "getProperty",
            "getResource",
            "getResourceAsStream",
            "getFont",
            "valueOf");

    /** Names and patterns, the same in every language. */
    private static final Set<String> ALLOWED = Set.of(
            "Yonder Shelf",
            "● Yonder Shelf",
            "scenes/Station yard.glb",
            "Station props",
            "Coast surfaces",
            "Regular",
            "Semibold",
            "d MMM HH:mm",
            "d MMM yyyy HH:mm",
            "{name} {n}",
            "Open Sans",
            "Storm lantern",
            "Workbench",
            "in order",
            " px",
            " KB",
            " MB",
            " GB",
            " EV",
            " s");

    /** Keys held together and drawings. */
    private static final Pattern ALLOWED_FORM = Pattern.compile(
            "((Shortcut|Alt|Shift|Ctrl)\\+.*)|M[\\d.]+ [\\d.]+ .*Z|%[+.\\d]*f ?[a-zA-Z]+|-fx-.*", Pattern.DOTALL);

    /** Names of keys, where keys are told of. */
    private static final Pattern KEY = Pattern.compile("Ctrl|Shift|Enter|Left|Right|Up|Down|Comma|Period|Delete|Space");

    private static final Set<String> TELLS_OF_KEYS =
            Set.of("Command.java", "ChosenActs.java", "PlanList.java", "Shortcuts.java");

    private static final Pattern WORDS = Pattern.compile(
            "(.*\\p{L}{2}\\S*\\s.*)|(.*\\s\\S*\\p{L}{2}.*)|([A-Z][a-z]+\\S*)|(\\p{L}+…)", Pattern.DOTALL);

    private static final Pattern BUNDLE = Pattern.compile("\"\\$\\{bundle:(.*)}\"");

    private static final Set<String> keys = new TreeSet<>();
    /** Of keys that are put together, and those a library looks up: commands' help. */
    private static final Set<String> starts = new HashSet<>(Set.of("mixinStandardHelpOptions.", "usage."));

    private static final List<String> outside = new ArrayList<>();
    private static final List<String> wrong = new ArrayList<>();
    private static final ResourceBundle PHRASES = ResourceBundle.getBundle(
            "yondershelf.words.phrases",
            Locale.ROOT,
            ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_PROPERTIES));

    @BeforeAll
    static void read() throws IOException {
        JavaCompiler javac = ToolProvider.getSystemJavaCompiler();
        try (StandardJavaFileManager files = javac.getStandardFileManager(null, null, null)) {
            for (String module : List.of("core", "app", "cli")) {
                try (Stream<Path> sources = Files.walk(ROOT.resolve(module + "/src/main/java"))) {
                    List<Path> java =
                            sources.filter(p -> p.toString().endsWith(".java")).toList();
                    JavacTask task = (JavacTask) javac.getTask(
                            null, files, d -> {}, List.of("-proc:none"), null, files.getJavaFileObjectsFromPaths(java));
                    for (CompilationUnitTree unit : task.parse()) {
                        new Reader(unit, module.equals("app")).scan(new TreePath(unit), null);
                    }
                }
            }
        }
        for (Kind kind : Kind.values()) {
            keys.add("count." + kind.word());
        }
        assertTrue(keys.size() > 1000, "sources were read: " + keys.size());
    }

    @Test
    void noWordsStandOutsideTheBundle() {
        assertEquals(List.of(), outside);
    }

    @Test
    void everyPhraseThatIsSaidIsThereWithItsPlaces() {
        assertEquals(List.of(), wrong);
    }

    @Test
    void everyPhraseThatIsThereIsSaid() {
        List<String> unsaid = PHRASES.keySet().stream()
                .filter(key -> !keys.contains(key) && starts.stream().noneMatch(key::startsWith))
                .sorted()
                .toList();
        assertEquals(List.of(), unsaid);
    }

    /** Follows one file. */
    private static final class Reader extends TreePathScanner<@Nullable Void, @Nullable Void> {
        private final CompilationUnitTree unit;
        private final boolean window;

        Reader(CompilationUnitTree unit, boolean window) {
            this.unit = unit;
            this.window = window;
        }

        /** Descriptions of commands and options name their phrase. */
        @Override
        public @Nullable Void visitAnnotation(AnnotationTree tree, @Nullable Void nothing) {
            for (ExpressionTree each : tree.getArguments()) {
                if (each instanceof AssignmentTree set
                        && set.getVariable().toString().equals("description")) {
                    String description = set.getExpression().toString();
                    Matcher named = BUNDLE.matcher(description);
                    if (named.matches()) {
                        key(named.group(1), -1);
                    } else {
                        outside.add(unit.getSourceFile().getName() + ": " + description);
                    }
                }
            }
            return null;
        }

        @Override
        public @Nullable Void visitCase(CaseTree tree, @Nullable Void nothing) {
            scan(tree.getBody(), null);
            scan(tree.getStatements(), null);
            return null;
        }

        @Override
        public @Nullable Void visitMethodInvocation(MethodInvocationTree tree, @Nullable Void nothing) {
            String method = tree.getMethodSelect().toString();
            List<? extends ExpressionTree> arguments = tree.getArguments();
            if ((method.equals("Phrase.of") || method.equals("Phrase.kept")) && !arguments.isEmpty()) {
                said(arguments);
                scan(arguments.subList(1, arguments.size()), null);
                return null;
            }
            if (method.equals("Phrase.name") || method.equals("Phrase.keptName")) {
                starts.add("name.");
            }
            if ((method.equals("Phrase.count") || method.equals("count") || method.equals("Words.plural"))
                    && !arguments.isEmpty()
                    && arguments.getLast() instanceof LiteralTree noun
                    && noun.getValue() instanceof String one) {
                key("count." + one.replace(' ', '-'), 1);
                scan(arguments.getFirst(), null);
                return null;
            }
            return super.visitMethodInvocation(tree, null);
        }

        private void said(List<? extends ExpressionTree> arguments) {
            if (arguments.getFirst() instanceof LiteralTree literal) {
                key(String.valueOf(literal.getValue()), arguments.size() - 1);
            } else if (arguments.getFirst() instanceof BinaryTree sum
                    && sum.getLeftOperand() instanceof LiteralTree start) {
                starts.add(String.valueOf(start.getValue()));
            }
        }

        private void key(String key, int arguments) {
            keys.add(key);
            if (!PHRASES.containsKey(key)) {
                wrong.add(key + " is not in the bundle");
                return;
            }
            String phrase = PHRASES.getString(key);
            long places = Pattern.compile("\\{(\\d)")
                    .matcher(phrase)
                    .results()
                    .map(m -> m.group(1))
                    .distinct()
                    .count();
            if (arguments >= 0 && places != arguments) {
                wrong.add(key + " has " + places + " places and is given " + arguments + ": " + phrase);
            }
        }

        @Override
        public @Nullable Void visitLiteral(LiteralTree tree, @Nullable Void nothing) {
            String source =
                    Path.of(unit.getSourceFile().getName()).getFileName().toString();
            if (tree.getValue() instanceof String text
                    && WORDS.matcher(text).matches()
                    && !ALLOWED.contains(text)
                    && !ALLOWED_FORM.matcher(text).matches()
                    && !(KEY.matcher(text).matches() && TELLS_OF_KEYS.contains(source))
                    && (window ? !isOther() : isSaidByCore())) {
                outside.add(unit.getSourceFile().getName() + ": " + text);
            }
            return null;
        }

        /** Whether it goes straight into something that is not shown. */
        private boolean isOther() {
            for (TreePath at = getCurrentPath().getParentPath(); at != null; at = at.getParentPath()) {
                Tree tree = at.getLeaf();
                if (tree instanceof MethodInvocationTree call) {
                    String method = call.getMethodSelect().toString();
                    return method.contains("getStyleClass")
                            || NOT_SAID.contains(method.substring(method.lastIndexOf('.') + 1));
                }
                if (tree instanceof NewClassTree made) {
                    return made.getIdentifier().toString().endsWith("Exception");
                }
                if (!(tree instanceof ExpressionTree)) {
                    return false;
                }
            }
            return false;
        }

        private boolean isSaidByCore() {
            for (TreePath at = getCurrentPath().getParentPath(); at != null; at = at.getParentPath()) {
                Tree tree = at.getLeaf();
                if (tree instanceof MethodInvocationTree call) {
                    return SAID_BY_CORE.contains(call.getMethodSelect().toString());
                }
                if (tree instanceof NewClassTree made) {
                    return SAID_BY_CORE.contains(made.getIdentifier().toString());
                }
                if (!(tree instanceof ExpressionTree)) {
                    return false;
                }
            }
            return false;
        }
    }
}
