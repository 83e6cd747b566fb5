package yondershelf.app;

import java.lang.StackWalker.StackFrame;
import java.lang.classfile.ClassFile;
import java.lang.classfile.ClassFile.ClassHierarchyResolverOption;
import java.lang.classfile.ClassHierarchyResolver;
import java.lang.classfile.ClassTransform;
import java.lang.classfile.CodeTransform;
import java.lang.classfile.instruction.InvokeInstruction;
import java.lang.constant.ClassDesc;
import java.lang.constant.ConstantDescs;
import java.lang.constant.MethodTypeDesc;
import java.lang.instrument.ClassFileTransformer;
import java.lang.instrument.Instrumentation;
import java.security.ProtectionDomain;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/**
 * Fails every test of the window in which the interface thread asked a store, a disk or a format, or walked over a mesh. The
 * calls are found where they are made: before each, a question for the thread is put into the program's classes as they load.
 */
public final class InterfaceThreadGuard implements AfterEachCallback {
    private static final String PROGRAM = "yondershelf/";
    private static final String INTERFACE_THREAD = "JavaFX Application Thread";
    private static final Set<String> ROOMS = Set.of("yondershelf/store/", "yondershelf/disk/");
    /** What of the formats reads or writes. */
    private static final Set<String> READING = Set.of(
            "readModel",
            "readMaterials",
            "readPicture",
            "readColours",
            "readReduced",
            "remarks",
            "tellsLittle",
            "isCube",
            "measure",
            "verify",
            "notes",
            "tree",
            "beyondScenes",
            "needsNative",
            "glb",
            "png",
            "hdr",
            "exr");

    /** Of a class everything, or the methods named. */
    private static final Map<String, Set<String>> CALLS = Map.ofEntries(
            Map.entry("java/nio/file/Files", Set.of()),
            Map.entry("java/nio/channels/FileChannel", Set.of("open")),
            // its readers wait for whoever writes it, as compaction does
            Map.entry("yondershelf/search/Index", Set.of()),
            Map.entry("yondershelf/store/Store", Set.of()),
            Map.entry("yondershelf/disk/Disk", Set.of()),
            Map.entry("yondershelf/disk/Lock", Set.of()),
            Map.entry("java/io/File", Set.of("isDirectory", "isFile", "exists", "length", "lastModified", "listFiles")),
            Map.entry("yondershelf/format/Formats", READING),
            Map.entry("yondershelf/format/reading/ContentReader", Set.of()),
            Map.entry("yondershelf/format/worker/IsolatedReader", Set.of()),
            // not the boxes they remember, but finding them
            Map.entry("yondershelf/content/Model", Set.of("measure")),
            Map.entry("yondershelf/content/Mesh", Set.of("measure")),
            Map.entry("yondershelf/geometry/MainBody", Set.of("of")),
            Map.entry("yondershelf/geometry/MeshBvh", Set.of("of")),
            Map.entry("yondershelf/geometry/SceneBvh", Set.of("of")));

    private static final Map<String, AssertionError> CAUGHT = new ConcurrentHashMap<>();

    static {
        install(instrumentation());
    }

    /** Asked before each guarded call, by the program's own classes. */
    public static void before(String call) {
        if (!Thread.currentThread().getName().equals(INTERFACE_THREAD)) {
            return;
        }
        List<StackFrame> frames = StackWalker.getInstance(StackWalker.Option.RETAIN_CLASS_REFERENCE)
                .walk(all -> all.skip(1).toList());
        if (isNobodysWait(frames)) {
            return;
        }
        AssertionError at = new AssertionError("the interface thread called " + call);
        at.setStackTrace(frames.stream().map(StackFrame::toStackTraceElement).toArray(StackTraceElement[]::new));
        CAUGHT.putIfAbsent(key(frames, call), at);
    }

    @Override
    public void afterEach(ExtensionContext context) {
        List<AssertionError> all = caught();
        if (!all.isEmpty()) {
            AssertionError failure = new AssertionError(all.size() + " calls that the interface thread must not make");
            all.forEach(failure::addSuppressed);
            throw failure;
        }
    }

    /** What was caught since the last time, each with its stack. */
    static List<AssertionError> caught() {
        List<AssertionError> all = List.copyOf(CAUGHT.values());
        CAUGHT.clear();
        return all;
    }

    /** Tests look into the core on the interface thread as they like; what the window does for them is the window's. */
    private static boolean isNobodysWait(List<StackFrame> frames) {
        for (StackFrame frame : frames) {
            if (frame.getMethodName().equals("close")
                    && frame.getClassName().equals("yondershelf.app.model.Workspace")) {
                // nobody waits for a window that has gone
                return true;
            }
            Class<?> at = frame.getDeclaringClass();
            if (isOf(at, "/test-classes/")) {
                return true;
            }
            if (at.getName().startsWith("yondershelf.app.")) {
                return false;
            }
        }
        return false;
    }

    private static boolean isOf(Class<?> at, String folder) {
        ProtectionDomain domain = at.getProtectionDomain();
        return domain != null
                && domain.getCodeSource() != null
                && domain.getCodeSource().getLocation().getPath().endsWith(folder);
    }

    private static String key(List<StackFrame> frames, String call) {
        StringBuilder out = new StringBuilder(call);
        frames.stream()
                .filter(f -> f.getClassName().startsWith("yondershelf.app."))
                .limit(2)
                .forEach(f ->
                        out.append(" < ").append(f.getClassName()).append('.').append(f.getLineNumber()));
        return out.toString();
    }

    /** Of the agent that comes with the mocks; by name, as its classes want annotations that do not come along. */
    private static Instrumentation instrumentation() {
        try {
            return (Instrumentation) Class.forName("net.bytebuddy.agent.Installer")
                    .getMethod("getInstrumentation")
                    .invoke(null);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("the tests run without their agent", e);
        }
    }

    private static void install(Instrumentation instrumentation) {
        instrumentation.addTransformer(new Questions(), true);
        Class<?>[] loaded = java.util.Arrays.stream(instrumentation.getAllLoadedClasses())
                .filter(c -> c.getName().startsWith("yondershelf.") && instrumentation.isModifiableClass(c))
                .toArray(Class<?>[]::new);
        try {
            if (loaded.length > 0) {
                instrumentation.retransformClasses(loaded);
            }
        } catch (java.lang.instrument.UnmodifiableClassException e) {
            throw new IllegalStateException("the window cannot be guarded", e);
        }
    }

    /** Puts the questions into classes of the program. */
    private static final class Questions implements ClassFileTransformer {
        private static final ClassDesc GUARD =
                InterfaceThreadGuard.class.describeConstable().orElseThrow();
        private static final MethodTypeDesc ASKS = MethodTypeDesc.of(ConstantDescs.CD_void, ConstantDescs.CD_String);

        @Override
        public byte @Nullable [] transform(
                ClassLoader loader, String name, Class<?> again, ProtectionDomain domain, byte[] bytes) {
            if (name == null || !name.startsWith(PROGRAM) || isQuiet(name)) {
                return null;
            }
            ClassFile file = ClassFile.of(ClassHierarchyResolverOption.of(
                    ClassHierarchyResolver.ofResourceParsing(loader).orElse(ClassHierarchyResolver.defaultResolver())));
            return file.transformClass(file.parse(bytes), ClassTransform.transformingMethodBodies(asking()));
        }

        private static CodeTransform asking() {
            return (code, element) -> {
                if (element instanceof InvokeInstruction call && isGuarded(call)) {
                    code.loadConstant(
                            call.owner().asInternalName() + "." + call.name().stringValue());
                    code.invokestatic(GUARD, "before", ASKS);
                }
                code.with(element);
            };
        }

        /** What is behind a guarded call needs no questions of its own. */
        private static boolean isQuiet(String name) {
            return name.startsWith(PROGRAM + "app/InterfaceThreadGuard")
                    || ROOMS.stream().anyMatch(name::startsWith);
        }

        private static boolean isGuarded(InvokeInstruction call) {
            String owner = call.owner().asInternalName();
            String method = call.name().stringValue();
            Set<String> methods = CALLS.get(owner);
            return methods != null && (methods.isEmpty() || methods.contains(method));
        }
    }
}
