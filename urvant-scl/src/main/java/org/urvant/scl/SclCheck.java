package org.urvant.scl;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.function.Predicate;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.FindingSieve;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Severity;
import org.urvant.core.text.NearestName;

/**
 * Checks one SCL file in itself: references that lead nowhere, names given twice, values that do not fit, addresses outside
 * their ranges, what the standard asks for and is not there. All mistakes in one pass; of those that are alike a number is kept
 * and the rest counted, so that nothing pushes an error out.
 */
public final class SclCheck {
    /** How many names are searched for the nearest; more would cost more than the hint is worth. */
    private static final int MOST_HINTS = 1000;

    private final SclFile file;
    private final FileKind kind;
    private final boolean isEdition2003;
    private final FindingSieve findings = new FindingSieve();
    private final Set<String> unsound = new HashSet<>();
    private int hints;

    private SclCheck(SclFile file) {
        this.file = file;
        this.kind = file.kind();
        this.isEdition2003 = file.edition().startsWith("2003");
    }

    /**
     * What was found.
     *
     * @param findings the findings, the gravest first
     * @param unlisted how many more there are, each of a rule of which {@value FindingSieve#MOST_OF_A_RULE} are listed
     * @param unsoundIeds names of the IEDs that an error concerns; the others can be used
     */
    public record Result(List<Finding> findings, int unlisted, Set<String> unsoundIeds) {
        public Result {
            findings = List.copyOf(findings);
            unsoundIeds = Set.copyOf(unsoundIeds);
        }

        /** Returns whether the whole file can be relied on: no error, and no IED whose name commands could not use. */
        public boolean isSound() {
            return unsoundIeds.isEmpty()
                    && findings.stream().noneMatch(finding -> finding.severity() == Severity.ERROR);
        }
    }

    /** Checks a file; of its IEDs only those wanted. Costs one walk over the file and a table of its types. */
    public static Result check(SclFile file, Predicate<String> wanted) {
        return check(file, wanted, Runnable::run);
    }

    /** Checks a file; its network and site in a task of their own, which the executor may run beside the rest. */
    public static Result check(SclFile file, Predicate<String> wanted, Executor executor) {
        CompletableFuture<SclCheck> around = CompletableFuture.supplyAsync(() -> surroundings(file, wanted), executor);
        SclCheck check = new SclCheck(file);
        TypeCheck types = new TypeCheck(check);
        types.run();
        IedCheck ieds = new IedCheck(check, types);
        file.ieds().stream().filter(ied -> wanted.test(ied.name())).forEach(ieds::check);
        ieds.finish();
        check.compareKinds();
        return check.with(around.join());
    }

    private static SclCheck surroundings(SclFile file, Predicate<String> wanted) {
        SclCheck check = new SclCheck(file);
        AttributeForms.element(check, "", file.name(), 0);
        for (int header : check.store().children(0, Tag.HEADER)) {
            check.has(header, "id", "");
            AttributeForms.element(check, "", file.name(), header);
            check.history(header);
        }
        new NetworkSectionCheck(check, wanted).run();
        new SiteCheck(check).run();
        new VocabularyCheck(check, wanted).run();
        return check;
    }

    /** Who writes an entry into the history raises the header with it (IEC 61850-6:2009, 9.1). */
    private void history(int header) {
        for (int history : store().children(header, null)) {
            for (int entry : store().children(history, null)) {
                boolean isEntry = store().element(history).equals("History")
                        && store().element(entry).equals("Hitem");
                if (isEntry && isOlder(header, entry)) {
                    report(
                            SclRules.HEADER_OLDER,
                            "",
                            file.name(),
                            entry,
                            "the history has version " + version(entry) + "; the header bears " + version(header));
                    return;
                }
            }
        }
    }

    private String version(int row) {
        return store().attribute(row, "version", "") + "." + store().attribute(row, "revision", "");
    }

    /** Versions that are no numbers are not told apart. */
    private boolean isOlder(int row, int than) {
        long own = Numbers.parse(store().attribute(row, "version", ""), -1);
        long other = Numbers.parse(store().attribute(than, "version", ""), -1);
        long ownRevision = Numbers.parse(store().attribute(row, "revision", ""), -1);
        long otherRevision = Numbers.parse(store().attribute(than, "revision", ""), -1);
        return own >= 0 && own < other || own >= 0 && own == other && ownRevision >= 0 && ownRevision < otherRevision;
    }

    private Result with(SclCheck other) {
        List<Finding> all = new ArrayList<>(findings.kept());
        all.addAll(other.findings.kept());
        Collections.sort(all);
        unsound.addAll(other.unsound);
        return new Result(all, findings.unlisted() + other.findings.unlisted(), unsound);
    }

    SclFile file() {
        return file;
    }

    SclStore store() {
        return file.store;
    }

    FileKind kind() {
        return kind;
    }

    boolean isEdition2003() {
        return isEdition2003;
    }

    private void compareKinds() {
        FileKind named = FileKind.named(file.name());
        boolean alike = named == null
                || named == kind
                || Set.of(FileKind.CID, FileKind.IID, FileKind.ICD).containsAll(Set.of(named, kind))
                || Set.of(FileKind.SCD, FileKind.SED).containsAll(Set.of(named, kind));
        if (!alike) {
            report(
                    SclRules.FILE_KIND_DIFFERS,
                    "",
                    file.name(),
                    0,
                    "the name says " + named + " (" + named.content() + "), the content is that of "
                            + (kind == FileKind.CID ? "a " : "an ") + kind + " (" + kind.content() + ")");
        }
    }

    void report(Rule rule, String ied, String subject, int row, String message) {
        report(rule, ied, subject, row, message, rule.remedy());
    }

    /** Reports a mistake of an element, which concerns an IED or, with empty text, none. */
    void report(Rule rule, String ied, String subject, int row, String message, String remedy) {
        if (rule.severity() == Severity.ERROR && !ied.isEmpty()) {
            unsound.add(ied);
        }
        if (!findings.keeps(rule, ied)) {
            findings.count(rule);
            return;
        }
        Position position = store().position(row);
        Finding found = new Finding(rule, subject, position, bounded(message), remedy);
        findings.add(ied.isEmpty() ? found : found.concerning(Ref.ied(ied)), ied);
    }

    /** Reports that a name of an IED's part stands twice. */
    void twice(String ied, int row, String what, String name) {
        report(SclRules.DUPLICATE_ELEMENT, ied, ied + " " + name, row, "there are two of " + what + " '" + name + "'");
    }

    /** Returns a sentence that names what was probably meant; empty text when nothing is near or nobody would read it. */
    String hint(String name, Collection<String> known) {
        if (hints++ >= MOST_HINTS || known.size() > 2000) {
            return "";
        }
        return NearestName.of(name, known)
                .map(near -> ". Did you mean '" + near + "'?")
                .orElse("");
    }

    void unsound(String ied) {
        unsound.add(ied);
    }

    /** A file may hold texts of any length and letters that a terminal would obey. */
    private static String bounded(String message) {
        String plain = message.replaceAll("\\p{Cntrl}", "?");
        return plain.length() <= 400 ? plain : plain.substring(0, 400) + "…";
    }

    /** Returns whether an element has an attribute that identifies it; reports it when not. */
    boolean has(int row, String attribute, String ied) {
        String value = store().attribute(row, attribute, "");
        if (value.isBlank()) {
            report(
                    SclRules.ELEMENT_INCOMPLETE,
                    ied,
                    (ied.isEmpty() ? file.name() : ied) + " " + store().element(row),
                    row,
                    "<" + store().element(row) + "> has no " + attribute);
            return false;
        }
        return true;
    }
}
