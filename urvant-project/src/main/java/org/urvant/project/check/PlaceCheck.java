package org.urvant.project.check;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.urvant.core.text.NearestName;
import org.urvant.project.Project;
import org.urvant.project.mapping.ResolvedMapping;
import org.urvant.scl.SitePart;

/** Holds the places that rows give against the site that the imported files describe. */
final class PlaceCheck {
    private final Project project;
    private @Nullable List<SitePart> sites;
    private final Map<String, Optional<Unknown>> known = new HashMap<>();

    /** What of a place is not there, and what could be meant. */
    record Unknown(String message, String remedy) {}

    PlaceCheck(Project project) {
        this.project = project;
    }

    /** Files are looked into when a row has a place: most devices have none. */
    private List<SitePart> sites() {
        if (sites == null) {
            sites = project.sources().stream()
                    .flatMap(file -> file.site().stream())
                    .toList();
        }
        return sites;
    }

    /**
     * Returns what of a row's place is not in the site. Signals of lists and of the device itself can belong to a plant that no
     * file describes, those of an IED whose file has the site cannot.
     */
    Optional<Unknown> unknown(ResolvedMapping resolved) {
        String place = resolved.mapping().place();
        if (place.isEmpty() || sites().isEmpty()) {
            return Optional.empty();
        }
        boolean mustBeKnown = resolved.attribute()
                .filter(attribute -> attribute.node().device().ied().file().hasPlaces())
                .isPresent();
        Optional<Unknown> found = known.computeIfAbsent(place, this::find);
        return mustBeKnown || sites().stream().anyMatch(site -> place.startsWith(site.name() + "/"))
                ? found
                : Optional.empty();
    }

    /** Returns where the site has the node of a row whose place is another one, neither around it nor within it. */
    static Optional<String> elsewhere(ResolvedMapping resolved) {
        String place = resolved.mapping().place();
        return place.isEmpty()
                ? Optional.empty()
                : resolved.attribute()
                        .flatMap(attribute -> attribute.node().place())
                        .map(SitePart::path)
                        .filter(path -> !(path + "/").startsWith(place + "/") && !(place + "/").startsWith(path + "/"));
    }

    private Optional<Unknown> find(String place) {
        String within = "";
        List<SitePart> parts = sites();
        for (String name : place.split("/", -1)) {
            List<SitePart> named =
                    parts.stream().filter(part -> part.name().equals(name)).toList();
            if (named.isEmpty()) {
                return Optional.of(new Unknown(
                        "the place '" + place + "' is not in the site: "
                                + (within.isEmpty() ? "there is no '" : within + " has no part '") + name + "'",
                        NearestName.hint(
                                "part", name, parts.stream().map(SitePart::name).toList())));
            }
            within = within.isEmpty() ? name : within + "/" + name;
            parts = named.stream().flatMap(part -> part.parts().stream()).toList();
        }
        return Optional.empty();
    }
}
