package org.urvant.project.folder;

import java.nio.file.Files;
import java.util.List;
import org.urvant.core.finding.Ref;
import org.urvant.file.SafeFile;
import org.urvant.project.change.Change;
import org.urvant.project.change.Renaming;

/** The files that point lists were taken from, as they came: {@code sources/lists/}, each under the name of its list. */
final class ListOriginals {
    static final String FOLDER = SourceFolder.FOLDER + "/lists";

    private static final String ENDING = "[.][A-Za-z0-9]{1,8}";
    private static final long MOST_BYTES = Integer.MAX_VALUE - 8L;

    private final ProjectFiles files;

    ListOriginals(ProjectFiles files) {
        this.files = files;
    }

    /** Adds what becomes of them with a change: a list that goes takes its file along, one with another name its name. */
    void add(Batch batch, Change change) {
        change.renaming()
                .filter(renaming -> renaming.from().kind() == Ref.Kind.LIST)
                .ifPresent(renaming -> rename(batch, renaming));
        change.before().lists().keySet().stream()
                .filter(list -> !change.after().lists().containsKey(list))
                .forEach(list -> of(list).forEach(batch::delete));
        change.originals().forEach((list, original) -> {
            of(list).forEach(batch::delete);
            batch.write(FOLDER + "/" + list + ending(original.file()), original.content());
        });
    }

    private void rename(Batch batch, Renaming renaming) {
        for (String name : of(renaming.from().name())) {
            batch.write(FOLDER + "/" + renaming.to() + ending(name), SafeFile.read(files.path(name), MOST_BYTES));
        }
    }

    private List<String> of(String list) {
        List<String> names = files.listed(FOLDER, "").stream()
                .filter(Files::isRegularFile)
                .map(file -> file.getFileName().toString())
                .filter(name ->
                        name.substring(0, name.length() - ending(name).length()).equals(list))
                .map(name -> FOLDER + "/" + name)
                .toList();
        names.forEach(files::reads);
        return names;
    }

    private static String ending(String file) {
        int dot = file.lastIndexOf('.');
        return dot > 0 && file.substring(dot).matches(ENDING) ? file.substring(dot) : "";
    }
}
