package org.urvant.project.change;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.urvant.core.device.SettingKind;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Ref.Kind;
import org.urvant.core.language.TextPlace;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.mapping.MappingKey;
import org.urvant.project.reference.Reference;
import org.urvant.project.setting.DeviceSheets;

/** Points references to another name, or takes them away. */
final class Pointing {
    private final Ref from;
    private final Optional<String> to;
    private Project project;

    private Pointing(Project project, Ref from, Optional<String> to) {
        this.project = project;
        this.from = from;
        this.to = to;
    }

    /**
     * Returns the site with references to a thing pointed to its new name.
     *
     * @param to the new name; empty to take the references away
     */
    static Project of(Project project, List<Reference> references, Ref from, Optional<String> to) {
        Pointing pointing = new Pointing(project, from, to);
        List<Reference> last = new ArrayList<>(references);
        Collections.reverse(last); // so that places in a text stay those that were found
        last.forEach(reference -> pointing.point(reference.place()));
        return pointing.project;
    }

    private void point(Reference.Place place) {
        if (place instanceof Reference.OnPlate at) {
            Device device = project.device(at.device());
            project = project.with(device.with(
                    to.isEmpty()
                            ? device.plate().without(at.item())
                            : device.plate().with(at.item(), to.get())));
        } else if (place instanceof Reference.AsValue at) {
            value(at);
        } else if (place instanceof Reference.AtEnd at) {
            rows(at);
        } else if (place instanceof Reference.InProgram at) {
            program(at);
        } else if (place instanceof Reference.OfBay at) {
            member(project.bays().get(at.bay()));
        } else if (place instanceof Reference.FeedsBay at) {
            Bay bay = project.bays().get(at.bay());
            to.ifPresent(name ->
                    project = project.with(bay.with(bay.feeding().orElseThrow().from(name))));
        } else if (place instanceof Reference.Muted at) {
            muted(at.finding());
        }
    }

    private void value(Reference.AsValue at) {
        Device device = project.device(at.device());
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        DeviceSheets.SheetSetting found = sheets.find(at.path());
        String text = found.sheet().given().get(found.setting().path()).text();
        Map<String, String> values = new HashMap<>();
        if (found.setting().kind() == SettingKind.SIGNAL) {
            values.put(
                    at.path(),
                    to.map(name -> name + text.substring(text.indexOf(' '))).orElse(null));
        } else {
            values.put(at.path(), items(text));
        }
        project = project.with(sheets.with(values));
    }

    /** Names in a list keep what separates them. */
    private String items(String text) {
        String name = lastPart(from.name());
        if (to.isEmpty()) {
            List<String> rest = Arrays.stream(text.split("\\s*,\\s*"))
                    .filter(item -> !item.equals(name))
                    .toList();
            return rest.isEmpty() ? null : String.join(", ", rest);
        }
        Matcher item = Pattern.compile("[^,\\s]([^,]*[^,\\s])?").matcher(text);
        return item.replaceAll(
                found -> Matcher.quoteReplacement(found.group().equals(name) ? lastPart(to.get()) : found.group()));
    }

    private static String lastPart(String prefix) {
        return prefix.substring(prefix.lastIndexOf('.') + 1);
    }

    private Mapping.End moved(Mapping.End end, String other) {
        return end.connection().equals(from.name()) ? new Mapping.End(other, end.point()) : end;
    }

    private boolean isMeant(Mapping.End end) {
        return from.kind() == Kind.LIST
                ? end.point().startsWith(from.name() + "/")
                : end.connection().equals(from.name());
    }

    private void rows(Reference.AtEnd at) {
        Device device = project.device(at.device());
        List<Mapping> rows = new ArrayList<>();
        Set<String> keys = device.mappings().stream().map(Mapping::key).collect(Collectors.toCollection(HashSet::new));
        for (Mapping row : device.mappings()) {
            boolean isMeant = row.key().equals(at.key())
                    && (at.isTarget() ? List.of(row.target()) : row.origins())
                            .stream().anyMatch(this::isMeant);
            if (!isMeant) {
                rows.add(row);
            } else if (to.isPresent()) {
                String signal = (at.isTarget() ? row.origin() : row.target()).point();
                String key =
                        row.isOwner() ? row.key() : MappingKey.followed(row.key(), signal, from.name(), to.get(), keys);
                keys.add(key);
                rows.add((at.isTarget()
                                ? row.with(row.origins(), moved(row.target(), to.get()))
                                : row.with(
                                        row.origins().stream()
                                                .map(end -> moved(end, to.get()))
                                                .toList(),
                                        row.target()))
                        .keyed(key));
            }
        }
        project = project.with(device.withMappings(rows));
    }

    /** A program writes a name in its own way, which stays: as programs write it, or as the row's own name is written. */
    private void program(Reference.InProgram at) {
        if (to.isEmpty()) {
            return; // a program that names what is gone is a finding
        }
        Device device = project.device(at.device());
        String text = device.logic();
        String name = lastPart(from.name());
        int end = offset(text, at.at()) + DeviceLogic.written(from.name()).length();
        int start = end - name.length();
        String next = lastPart(DeviceLogic.written(to.get()));
        boolean isOwnForm = text.substring(start, end).equals(name)
                && !name.equals(lastPart(DeviceLogic.written(from.name())))
                && next.equalsIgnoreCase(lastPart(to.get()));
        project = project.with(device.withLogic(
                text.substring(0, start) + (isOwnForm ? lastPart(to.get()) : next) + text.substring(end)));
    }

    static int offset(String text, TextPlace place) {
        int start = 0;
        for (int line = 1; line < place.line(); line++) {
            start = text.indexOf('\n', start) + 1;
        }
        return start + place.column() - 1;
    }

    private void member(Bay bay) {
        List<Entry> devices = bay.devices().stream()
                .filter(entry -> to.isPresent() || !entry.text().equals(from.name()))
                .map(entry -> entry.text().equals(from.name()) ? new Entry(to.get(), entry.position()) : entry)
                .toList();
        project = project.with(bay.withDevices(devices));
    }

    private void muted(String finding) {
        SortedMap<String, String> muted = new TreeMap<>(project.muted());
        String reason = muted.remove(finding);
        to.ifPresent(name -> muted.put(muted(finding, from, name), reason));
        project = project.with(project.remarks().withMuted(muted));
    }

    /** Returns a muted finding that names a thing with its new name. */
    static String muted(String finding, Ref from, String to) {
        String before = from.kind() == Kind.BAY
                ? "bay "
                : from.within().map(owner -> owner.name() + " ").orElse("");
        int start = finding.indexOf(' ') + 1 + before.length();
        return finding.substring(0, start)
                + to
                + finding.substring(start + from.name().length());
    }

    /** Returns references in words, each place once. */
    static String words(List<Reference> references) {
        return references.stream().map(Reference::toString).distinct().collect(Collectors.joining("; "));
    }
}
