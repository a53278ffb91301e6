package org.urvant.project.change;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Project;
import org.urvant.project.mapping.OfferedSignals;
import org.urvant.scl.Ied;
import org.urvant.scl.selection.FoundSignal;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.Query;
import org.urvant.scl.selection.SignalIndex;

/** Changes kept choices of signals. */
public final class PickChange {
    private static final String NAME = "[A-Za-z0-9][A-Za-z0-9_-]*";

    private PickChange() {}

    /**
     * Adds a query to a pick, which it makes when there is none of that name: for relays of the type of one IED.
     *
     * @param ied name of a relay of the type; empty for the first one
     * @throws RefusedException when the name is not allowed, no relay is imported, or a relay is named for a general pick
     */
    public static Project add(Project project, String name, Optional<String> ied, Query query) {
        Pick known = project.picks().get(name);
        if (known != null && known.isGeneral() && ied.isPresent()) {
            throw new RefusedException(
                    "pick " + name + " is for all relays, and " + ied.get() + " is named",
                    "Name no relay; name some when you use the pick.");
        }
        if (known != null && !known.isGeneral()) {
            fitting(project, name, ied); // what no relay shows is not added to
        }
        return add(project, name, query, () -> {
            Ied example = fitting(project, name, ied);
            return new Pick(name, example.maker(), example.type(), List.of(), List.of());
        });
    }

    /**
     * Adds a query to a general pick, which it makes when there is none of that name: for all IEDs, channels and lists.
     *
     * @throws RefusedException when the name is not allowed, or stands for a pick for one type of relay
     */
    public static Project addGeneral(Project project, String name, Query query) {
        Pick known = project.picks().get(name);
        if (known != null && !known.isGeneral()) {
            throw new RefusedException(
                    "pick " + name + " is for " + known.maker() + " " + known.type() + " alone",
                    "Give another name to one for everything.");
        }
        return add(project, name, query, () -> new Pick(name, "", "", List.of(), List.of()));
    }

    private static Project add(Project project, String name, Query query, Supplier<Pick> first) {
        Pick pick = project.picks().get(name);
        if (pick == null) {
            if (!name.matches(NAME)) {
                throw new RefusedException("pick name '" + name + "' is not allowed", "Use letters, digits, _ and -.");
            }
            NamedFile.require("pick", name, project.picks().keySet());
            pick = first.get();
        }
        return project.with(pick.with(query));
    }

    /**
     * Takes a query of a pick out when all terms together are one, otherwise single signals.
     *
     * @throws UnknownNameException when the pick has neither such a query nor such signals
     */
    public static Project drop(Project project, String name, Optional<String> ied, List<String> terms) {
        Pick pick = project.pick(name);
        String query = Query.text(terms);
        if (pick.queries().stream().anyMatch(each -> each.text().equals(query))) {
            return project.with(pick.withoutQuery(query));
        }
        List<String> found = pick.isGeneral()
                ? found(project, pick)
                : pick.signals(fitting(project, name, ied)).stream()
                        .map(pick::key)
                        .toList();
        for (String place : terms) {
            if (!found.contains(place) && !pick.without().contains(place)) {
                throw new UnknownNameException("signal or query of the pick", place, found);
            }
            pick = pick.without(place);
        }
        return project.with(pick);
    }

    /** Returns the references of all signals of a site that a general pick finds: those of IEDs, then of devices and lists. */
    public static List<String> found(Project project, Pick pick) {
        List<String> found = new ArrayList<>();
        project.ieds().forEach(ied -> pick.signals(ied).forEach(signal -> found.add(signal.reference())));
        List<SignalIndex> own = List.of(OfferedSignals.index(project));
        for (Query query : pick.queries()) {
            query.search(own).signals(0, Long.MAX_VALUE).stream()
                    .map(FoundSignal::reference)
                    .filter(reference -> !pick.without().contains(reference) && !found.contains(reference))
                    .forEach(found::add);
        }
        return found;
    }

    /**
     * Returns a relay that a pick fits, or is to fit.
     *
     * @param ied its name; empty for the first one
     * @throws UnknownNameException when there is no relay of that name
     * @throws RefusedException when there is none, or the one named is of another type
     */
    public static Ied fitting(Project project, String name, Optional<String> ied) {
        Pick pick = project.picks().get(name);
        if (ied.isPresent()) {
            Ied named = project.ied(ied.get())
                    .orElseThrow(() -> new UnknownNameException("IED", ied.get(), project.iedNames()));
            if (pick != null) {
                requireFit(pick, named);
            }
            return named;
        }
        return project.ieds().stream()
                .filter(each -> pick == null || pick.fits(each))
                .findFirst()
                .orElseThrow(() -> new RefusedException(
                        "no imported relay fits the pick " + name, "Import one, or name one that is."));
    }

    /** Returns the relays that a pick is applied to: those named, else all that it fits. */
    static List<Ied> relays(Project project, Pick pick, List<String> names) {
        return names.isEmpty()
                ? project.ieds().stream().filter(pick::fits).toList()
                : names.stream()
                        .map(name -> fitting(project, pick.name(), Optional.of(name)))
                        .toList();
    }

    /**
     * What of a pick means nothing on some relays; it may be misspelt.
     *
     * @param term text of a query that finds nothing, or a signal taken out that no query finds
     * @param isQuery whether it is a query
     * @param ieds names of the relays
     */
    public record Idle(String term, boolean isQuery, List<String> ieds) {
        public Idle {
            ieds = List.copyOf(ieds);
        }
    }

    /**
     * Returns what of a pick for one type means nothing on the relays that it is applied to.
     *
     * @param names names of relays; empty for all that it fits
     */
    public static List<Idle> idle(Project project, String name, List<String> names) {
        Pick pick = project.pick(name);
        Map<String, List<String>> queries = new LinkedHashMap<>();
        Map<String, List<String>> signals = new LinkedHashMap<>();
        for (Ied ied : pick.isGeneral() ? List.<Ied>of() : relays(project, pick, names)) {
            pick.idle(ied).forEach(query -> add(queries, query.text(), ied));
            pick.needless(ied).forEach(place -> add(signals, place, ied));
        }
        List<Idle> idle = new ArrayList<>();
        queries.forEach((text, ieds) -> idle.add(new Idle(text, true, ieds)));
        signals.forEach((place, ieds) -> idle.add(new Idle(place, false, ieds)));
        return idle;
    }

    private static void add(Map<String, List<String>> terms, String term, Ied ied) {
        terms.computeIfAbsent(term, any -> new ArrayList<>()).add(ied.name());
    }

    /** Refuses a relay of another type than a pick is for. */
    private static void requireFit(Pick pick, Ied ied) {
        if (!pick.fits(ied)) {
            throw new RefusedException(
                    "pick " + pick.name() + " is for " + pick.maker() + " " + pick.type() + "; " + ied.name() + " is a "
                            + ied.maker() + " " + ied.type(),
                    "Make a pick for that type.");
        }
    }
}
