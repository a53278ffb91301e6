package org.urvant.project.cache;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Supplier;
import org.urvant.core.finding.Finding;
import org.urvant.core.progress.Cores;
import org.urvant.project.Recall;
import org.urvant.scl.SclCheck;

/** Recalls findings from the user's cache, for one project with the imported files and types that it has. */
public final class RecalledFindings implements Recall {
    private final UserCache cache;
    private final String project;
    private final String files;
    private final String types;

    /**
     * Creates the recall of a project.
     *
     * @param project what tells the project from others, such as its folder
     * @param files state of its imported files
     * @param types state of the device types of its own
     */
    public RecalledFindings(UserCache cache, String project, String files, String types) {
        this.cache = cache;
        this.project = project;
        this.files = files;
        this.types = types;
    }

    @Override
    public List<Finding> of(String what, Supplier<List<Finding>> check) {
        String name = UserCache.name(what + " " + files);
        return cache.findings(name, files).map(SclCheck.Result::findings).orElseGet(() -> {
            List<Finding> found = check.get();
            cache.keep(name, files, new SclCheck.Result(found, 0, Set.of()));
            return found;
        });
    }

    @Override
    public List<List<Finding>> ofEach(String what, List<Part> parts) {
        String slot = UserCache.name(what + " of each in " + project);
        Map<String, byte[]> kept = cache.pieces(slot);
        List<Wanted> wanted = parts.stream()
                .map(part -> new Wanted(
                        part, files + "\n" + types + "\n" + part.state().get(), kept.get(part.name())))
                .toList();
        List<Piece> pieces = Cores.map(wanted, this::piece);
        boolean isAsKept = kept.size() == pieces.size() && pieces.stream().noneMatch(Piece::isNew);
        if (!isAsKept) {
            Map<String, byte[]> now = new TreeMap<>();
            for (int i = 0; i < pieces.size(); i++) {
                byte[] octets = pieces.get(i).octets();
                if (octets.length > 0) {
                    now.put(parts.get(i).name(), octets);
                }
            }
            cache.keepPieces(slot, now);
        }
        List<List<Finding>> found = new ArrayList<>();
        pieces.forEach(piece -> found.add(piece.findings()));
        return found;
    }

    private record Wanted(Part part, String state, byte[] kept) {}

    /** @param octets as it is kept; none where nothing can be kept */
    private record Piece(List<Finding> findings, byte[] octets, boolean isNew) {}

    private Piece piece(Wanted wanted) {
        Optional<String> key = UserCache.key(wanted.state());
        Optional<List<Finding>> known = key.filter(any -> wanted.kept() != null)
                .flatMap(made -> FindingForm.read(made, wanted.kept()))
                .map(SclCheck.Result::findings);
        if (known.isPresent()) {
            return new Piece(known.get(), wanted.kept(), false);
        }
        List<Finding> found = wanted.part().check().get();
        byte[] octets = key.map(made -> FindingForm.octets(made, new SclCheck.Result(found, 0, Set.of())))
                .orElse(new byte[0]);
        return new Piece(found, octets, true);
    }
}
