package org.urvant.project.change;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Ref.Kind;
import org.urvant.core.language.ProgramText;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.language.Term;
import org.urvant.project.AddressBook;
import org.urvant.project.AddressBook.GivenAddress;
import org.urvant.project.Bay;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.GivenSheet;
import org.urvant.project.Past;
import org.urvant.project.Project;
import org.urvant.project.compare.Accepted;
import org.urvant.project.reference.Reference;
import org.urvant.project.reference.References;
import org.urvant.scl.SclFile;
import org.urvant.scl.selection.Pick;

/**
 * Another name for something of a site; all that names it follows.
 *
 * @param from what gets another name
 * @param to its new name; of a row the whole prefix
 */
public record Renaming(Ref from, String to) {
    private static final String BAY = "[\\p{L}\\p{N}=+_-]([\\p{L}\\p{N}=+_ .-]*[\\p{L}\\p{N}_-])?";
    private static final String PLAIN = "[A-Za-z0-9][A-Za-z0-9_-]*";

    /**
     * Says that something gets another name; changes nothing yet.
     *
     * @throws UnknownNameException when there is no such thing
     * @throws RefusedException when the name is not allowed or taken, or belongs to a type or an imported file
     * @throws MalformedInputException when a file of the project that could name it cannot be read
     */
    public static Renaming of(Project project, Ref from, String to) {
        if (!References.isThere(project, from)) {
            throw new UnknownNameException(
                    from.kind().word(),
                    from.name(),
                    References.everything(project).stream()
                            .filter(other -> other.kind() == from.kind()
                                    && other.within().equals(from.within()))
                            .map(Ref::name)
                            .toList());
        }
        project.requireWhole(); // what cannot be read could name it
        Renaming renaming = new Renaming(from, from.kind() == Kind.ROW ? prefix(from.name(), to) : to);
        if (renaming.to.equals(from.name())) {
            throw new RefusedException(from + " has that name already", "Give another name.");
        }
        renaming.requireAllowed(project);
        return renaming;
    }

    /** Refuses the name of a new bay that is not allowed or taken. */
    static void requireFreeBay(Project project, String name) {
        new Renaming(Ref.bay(name), name).requireFree(BAY, project);
    }

    private static String prefix(String old, String to) {
        String container = old.substring(0, old.lastIndexOf('.') + 1);
        return to.startsWith(container) ? to : container + to;
    }

    private void requireAllowed(Project project) {
        switch (from.kind()) {
            case DEVICE -> {
                for (SclFile file : project.sources()) {
                    if (file.ied(from.name()).isPresent()) {
                        throw new RefusedException(
                                from.name() + " is also an IED of " + file.name() + ", which names it so",
                                "Rename it in the tool that the file comes from, and import the file again.");
                    }
                }
                NewDevice.requireFree(project, to);
            }
            case CONNECTION -> {
                Device device = device(project);
                ConnectionChange.requireFree(device, project.typeOf(device), to);
            }
            case ROW -> requireRow(project);
            case BAY -> requireFree(BAY, project);
            case PICK -> {
                NamedFile.require("pick", to, project.picks().keySet());
                requireFree(PLAIN, project);
            }
            case QUERY -> requireFree(PLAIN, project);
            case LIST -> {
                NamedFile.require("list", to, project.lists().keySet());
                requireFree(PLAIN, project);
                if (!References.to(project, from).isEmpty()) {
                    throw new RefusedException(
                            "points of " + from.name()
                                    + " are mapped, and their addresses stand in ledgers under its name",
                            "Keep the name.");
                }
            }
            case PROGRAM -> requireProgram(project);
            case CHANNEL ->
                throw new RefusedException(
                        from.name() + " is a terminal that the type "
                                + device(project).type().text() + " names",
                        "Give it a name of your own in the setting 'name' of the channel, where it has one.");
            case IED, SIGNAL ->
                throw new RefusedException(
                        from.name() + " is named by an imported file",
                        "Rename it in the tool that the file comes from, and import the file again.");
        }
    }

    private void requireFree(String form, Project project) {
        if (!to.matches(form)) {
            throw notAllowed("Use letters, digits, _ and -.");
        }
        if (References.isThere(project, from.named(to))) {
            throw taken();
        }
    }

    private RefusedException notAllowed(String remedy) {
        return new RefusedException(from.kind().word() + " name '" + to + "' is not allowed", remedy);
    }

    private RefusedException taken() {
        return new RefusedException("there is a " + from.named(to) + " already", "Choose another name.");
    }

    private void requireRow(Project project) {
        String container = from.name().substring(0, from.name().lastIndexOf('.'));
        String name = to.substring(container.length() + 1);
        DeviceType type = project.typeOf(device(project));
        boolean isNumbered = Optional.ofNullable(
                        (container.startsWith("group.") ? type.groups().tables() : type.tables())
                                .get(container.substring(container.lastIndexOf('.') + 1)))
                .filter(table -> table.isNumbered())
                .isPresent();
        if (isNumbered ? !name.matches("[1-9]\\d{0,5}") : !name.matches("[^\\s.,]([^.,]*[^\\s.,])?")) {
            throw notAllowed(isNumbered ? "Rows of this table are numbers from 1." : "Use no dots and no commas.");
        }
        if (name.equals(References.NOTHING)) {
            throw notAllowed("That word means that nothing is named.");
        }
        if (References.isThere(project, from.named(to))) {
            throw taken();
        }
    }

    private void requireProgram(Project project) {
        List<ProgramText> programs = SyntaxReader.programs("PROGRAM " + to + "\nEND_PROGRAM\n", mistake -> {});
        if (programs.size() != 1 || !programs.get(0).name().equals(to)) {
            throw notAllowed("Use a letter, then letters, digits and _, and no word of the language.");
        }
        if (SyntaxReader.programs(device(project).logic(), mistake -> {}).stream()
                .anyMatch(program ->
                        program.name().equalsIgnoreCase(to) && !program.name().equals(from.name()))) {
            throw taken();
        }
    }

    private Device device(Project project) {
        return project.device(from.device().orElseThrow());
    }

    /** Returns what names the thing, and follows. */
    public List<Reference> follows(Project project) {
        return References.all(project).stream()
                .filter(reference -> reference.target().equals(from))
                .toList();
    }

    /** Returns the muted findings of a site that name the thing, each with what it becomes. */
    public Map<String, String> muted(Project project) {
        Map<String, String> muted = new TreeMap<>();
        for (Reference reference : follows(project)) {
            if (reference.place() instanceof Reference.Muted place) {
                muted.put(place.finding(), Pointing.muted(place.finding(), from, to));
            }
        }
        return muted;
    }

    /** Returns what accepted differences of the thing are kept by, each with what that becomes. */
    public Map<String, String> accepted(Project project) {
        return from.kind() == Kind.DEVICE || from.kind() == Kind.BAY || from.kind() == Kind.LIST
                ? Accepted.renamed(project, from, to)
                : Map.of();
    }

    /** Returns the change that gives it the name where it stands. */
    public Change change(Project project) {
        return new Change(project, carriedOut(project), Map.of(), Optional.of(this), Optional.empty(), Map.of(), false);
    }

    /** Returns the site with the new name. */
    public Project carriedOut(Project project) {
        SortedMap<String, String> accepted = new TreeMap<>(project.remarks().accepted());
        accepted(project).forEach((old, key) -> accepted.put(key, accepted.remove(old)));
        return named(project.with(project.remarks().withAccepted(accepted)));
    }

    private Project named(Project project) {
        Project pointed = Pointing.of(project, follows(project), from, Optional.of(to));
        return switch (from.kind()) {
            case DEVICE -> {
                Device device = pointed.device(from.name());
                yield pointed.withoutDevice(from.name()).with(device.named(to).with(device.past()));
            }
            case CONNECTION, ROW, PROGRAM -> pointed.with(itself(device(pointed)));
            case BAY -> {
                Bay bay = pointed.bays().get(from.name());
                yield pointed.withoutBay(from.name()).with(bay.named(to));
            }
            case PICK -> {
                Pick pick = pointed.pick(from.name());
                yield pointed.with(pointed.choices().withoutPick(from.name()).with(pick.named(to)));
            }
            case LIST -> pointed.with(pointed.imported().renamed(from.name(), to));
            case QUERY -> {
                String text = pointed.choices().queries().get(from.name());
                yield pointed.with(pointed.choices().withQuery(from.name(), "").withQuery(to, text));
            }
            default -> throw new IllegalStateException(from + " cannot be renamed");
        };
    }

    /** Returns a device in which its own connection, row or program has the new name, and nothing else is changed. */
    public Device itself(Device device) {
        return switch (from.kind()) {
            case CONNECTION -> connection(device);
            case ROW -> {
                GivenSheet row = device.sheets().get(from.name());
                yield device.with(device.given().without(from.name()).with(row.at(to)));
            }
            case PROGRAM -> device.withLogic(program(device.logic()));
            default -> device;
        };
    }

    /** An address that was given under the old name stays given under both: neither must give it to another signal. */
    private Device connection(Device device) {
        SortedMap<String, Connection> others = new TreeMap<>(device.connections());
        Connection old = others.remove(from.name());
        others.put(to, new Connection(to, old.kind(), old.values(), old.position()));
        Map<GivenAddress, String> owners = new HashMap<>(device.addresses().owners());
        device.addresses().owners().forEach((address, signal) -> {
            if (address.connection().equals(from.name())) {
                owners.putIfAbsent(new GivenAddress(to, address.claim()), signal);
            }
        });
        return device.withConnections(others)
                .with(new Past(AddressBook.of(owners), device.past().record()));
    }

    private String program(String text) {
        ProgramText program = SyntaxReader.programs(text, mistake -> {}).stream()
                .filter(each -> each.name().equals(from.name()))
                .findFirst()
                .orElseThrow();
        for (Term.Name name : SyntaxReader.names(text)) {
            boolean isBehind = name.place().line() > program.place().line()
                    || name.place().line() == program.place().line()
                            && name.place().column() > program.place().column();
            if (isBehind) {
                int start = Pointing.offset(text, name.place());
                return text.substring(0, start)
                        + to
                        + text.substring(start + from.name().length());
            }
        }
        throw new IllegalStateException("program " + from.name() + " has no name");
    }
}
