package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.device.SupervisionDefinition.Given;
import org.urvant.core.device.SupervisionDefinition.Verdict;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Dimension;
import org.urvant.project.setting.DeviceSupervision;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "supervise",
        description = {
            "Say what the supervisions of a device make of given currents and voltages: sum, balance, sequence, blown fuse;"
                    + " and what each blocks while it speaks.",
            "Phasors are secondary ones, AMOUNT@DEGREES, of the three phases in their order."
        },
        footer = {
            "",
            "Examples: urvant supervise F11 --currents 1A@0,1A@-120,1A@120 --neutral 0A@0",
            "          urvant supervise L21 --currents 1@-30,1@-150,1@90 --voltages 63.5@0,63.5@-120,0@0",
        })
final class SuperviseCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--currents", split = ",", paramLabel = "PHASOR", description = "The three phase currents.")
    private List<String> currents = new ArrayList<>();

    @Option(
            names = "--neutral",
            paramLabel = "PHASOR",
            description = "The current of the neutral, at its own terminals.")
    private String neutral;

    @Option(names = "--voltages", split = ",", paramLabel = "PHASOR", description = "The three phase voltages.")
    private List<String> voltages = new ArrayList<>();

    SuperviseCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Given given = new Given(
                GivenPhasors.all("--currents", currents, Dimension.CURRENT),
                Optional.ofNullable(neutral).map(text -> GivenPhasors.one("--neutral", text, Dimension.CURRENT)),
                GivenPhasors.all("--voltages", voltages, Dimension.VOLTAGE));
        List<DeviceSupervision> all = DeviceSupervision.of(load(folder()), name, given);
        boolean speaks = all.stream().anyMatch(each -> each.said().verdict() == Verdict.SPEAKS);
        if (json) {
            sayJson(all.stream().map(SuperviseCommand::json).toList());
        } else {
            all.forEach(this::say);
        }
        next("urvant show " + name + " supervision");
        return speaks ? Exit.DIFFERENT : Exit.DONE;
    }

    private void say(DeviceSupervision each) {
        Verdict verdict = each.said().verdict();
        String word = Word.of(verdict).replace('-', ' ');
        String gap = " ".repeat(12 - word.length());
        say((verdict == Verdict.SPEAKS ? paint.bad(word) : paint.strong(word))
                + gap
                + each.definition().meaning());
        say(" ".repeat(12) + paint.faint(each.said().seen()));
        if (verdict == Verdict.SPEAKS && !each.blocked().isEmpty()) {
            say(" ".repeat(12) + paint.warn("blocks " + String.join(", ", each.blocked())));
        }
    }

    private static Map<String, Object> json(DeviceSupervision each) {
        return Json.object(
                "supervision", each.definition().name(),
                "says", Word.of(each.said().verdict()),
                "seen", each.said().seen(),
                "blocks", each.blocked());
    }
}
