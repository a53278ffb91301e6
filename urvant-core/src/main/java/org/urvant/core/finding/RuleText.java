package org.urvant.core.finding;

import java.util.EnumMap;
import java.util.Map;
import org.urvant.core.text.Word;

/**
 * What each rule means and how its findings are mended, one rule a line: name, meaning, remedy.
 *
 * @param meaning what a finding of the rule means
 * @param remedy how it is mended in general
 */
record RuleText(String meaning, Remedy remedy) {
    private static final String TEXTS =
            """
            file-malformed | A project file has a key that is not known there, or a value of the wrong form. | Correct the key or value at the line named; the type says what a device may hold. | show
            source-altered | An imported file is no longer as it came, so what rests on it may not be true. | Restore the file, or import the changed one. | import
            unknown-reference | A name stands for something that does not exist: a setting, connection, device type or signal. | Use the nearest name that the message proposes, or search for the signal. | search
            value-out-of-range | A value lies outside the range of its setting, is none of its choices, or is not of its kind. | Give a value within the range that the message names.
            value-off-step | A value lies between two steps of its setting, so the device could not hold it exactly. | Give one of the two neighbouring steps that the message names.
            point-duplicate | Two mappings lead to one address of a connection; the receiver could not tell them apart. | Give one of them another address; mapping it anew proposes the first free one. | map
            address-taken | An address that was once given to one signal is used for another. A receiver that still knows the old meaning would read the new signal as the old one. | Take an address that was never given; mapping it anew proposes the first free one. | map
            point-not-fitting | A signal cannot be carried by the type of point that it is mapped to. | Map it to a type that the message names.
            open-items | A value that only a person can give has not been given. | Give it, or write it in the device's file. | set
            dangling-reference | A mapping leads to a signal or connection that was there once and is gone: a newer file lacks it, or it was removed. | Map another signal in its place, or remove the row; its address stays kept for it.
            mapping-key-altered | The key of a mapping row is not the one that was made for its signal and receiver. Keys tell rows apart when tables are merged and compared, so the row would count as another one. | Put back the key that the message names.
            duplicate-name | Two signals of one connection have the same name, so people cannot tell them apart. | Rename one of them in the mapping table.
            duplicate-ip | Two devices have the same IP address; neither can be reached reliably. | Give one of them a free address.
            duplicate-mac | Two stations have the same MAC address, or two GOOSE or sampled-value control blocks of a network send to the same multicast address. | Copy the station's address from its label again; give one of the blocks a free address.
            duplicate-appid | Two GOOSE control blocks have the same APPID. | Give one of them a free APPID.
            duplicate-goose-id | Two GOOSE control blocks have the same identifier, so a subscriber cannot tell them apart. | Give one of them another identifier.
            duplicate-station-address | Two stations answer to the same common address. | Give one of them the address of the list that the control centre uses.
            subnet-differs | Two devices that must talk are in different subnets, and no gateway leads from one to the other, or none back. | Correct address or mask, or give the one without a way out a gateway.
            gateway-outside | The gateway is not in the device's own subnet, so the device cannot reach it. | Give a gateway within the subnet.
            firmware-too-old | A setting is given that the device's firmware does not have yet. | Take the setting out, or plan a newer firmware.
            report-instance-missing | A client wants an instance of a report control block that the relay does not have. | Choose a lower report-instance.
            report-instance-taken | Two clients use the same instance of a report control block; only one of them gets reports. | Give each client an instance of its own with report-instance.
            goose-no-publisher | A relay waits for a GOOSE message that the named relay does not send. | Correct the input, or let the other relay publish it.
            element-incomplete | An element of an SCL file lacks the attribute that identifies it, so nothing can refer to it. | Give it in the tool that made the file, and export again.
            duplicate-element | Two elements of an SCL file have the same name where it must be unique; a reference to it is ambiguous. | Rename one of them in the tool that made the file.
            type-missing | An SCL file refers to a type that its templates do not define, so the data below it are not known. | Export the file again with its data type templates, or correct the reference.
            type-circle | A data type of an SCL file contains itself, so it has no end. | Correct the type in the tool that made the file.
            type-too-large | A type of an SCL file unfolds to more data than a node or a file can have, so only a part of it is known. | Correct the lengths of its arrays, or the types that it holds many times over.
            array-length-wrong | An array of an SCL file has a length that is no number and names none, so its elements are not known. | Give the number of elements, or the name of the attribute beside it that holds it.
            class-differs | A logical node has another class than the type that it refers to. | Refer to a type of the node's own class.
            dataset-missing | A control block sends a dataset that its logical node does not have. | Correct the name, or define the dataset beside the block.
            member-missing | A dataset lists data that the IED does not have, so the dataset cannot be made. | Correct the member, or take it out and raise the revision of the blocks that send the dataset.
            dataset-too-large | A dataset is larger than one message can be, or than the IED says it can hold. | Split the dataset over two control blocks.
            source-data-missing | An input takes data that its sender does not have, or that the named control block does not carry. | Correct the input, or add the data to the dataset that the sender sends.
            access-point-missing | The network section of an SCL file connects an IED or access point that is not in the file. | Correct the name, or take the entry out.
            address-out-of-range | An address is not of its form, outside the range that the standard gives it, or none that a station, gateway or mask can have. | Give an address in the range that the message names.
            goose-type-differs | An input expects another type of data than its sender sends. | Bind the input to data of the type that it expects.
            goose-revision-differs | The file of a subscriber holds another revision of a GOOSE control block than the sender's own file, so the subscriber will refuse the message. | Import the newest file of the sender into the subscriber's tool, and export it again.
            wrong-device | Who answers on the link is not the device that the project means: another type, name, serial number or MAC address. | Check the link address and the plate; a unit that was exchanged on purpose can be taken over as it is. | take-as-built
            primary-below-secondary | An instrument transformer has a primary value below its secondary value, or a value of zero. | Exchange the two, or correct them from the plate.
            range-beyond-sensor | A channel is scaled beyond what its sensor can measure, or is shown in a unit that the sensor does not have. | Choose another sensor, or a range within it.
            bits-overlap | Two values share bits of one frame, so one spoils the other. | Correct the first bit or the length of one.
            range-reversed | The lower end of a range is not below its upper end. | Exchange the two ends, or correct one.
            trips-no-output | A function trips, and no output that is used follows it. | Assign it an output that is wired, or let it not trip.
            active-group-empty | The setting group that is active after a start was never set up. | Set the group up, or activate another one.
            threshold-above-supply | A binary input picks up at more than it is fed with, so it never does. | Set the threshold between 60 and 80 % of the supply.
            function-input-missing | A function is on, but an input without which it cannot work has no source. | Give the input a source, or switch the function off.
            duplicate-bus-address | Two members of one bus have the same address. | Give one of them a free address.
            duplicate-value | Two rows or channels have the same value where each needs its own. | Change one of them.
            phone-without-country-code | A telephone number has no country code, so a device abroad or roaming dials somebody else. | Write it with + and the country code.
            link-cannot-carry | An alarm is to go out by text or call over a link that carries data only. | Choose another way for the alarm, or another subscription for the link.
            listen-only-publishes | Something is to be sent on a bus on which the device only listens. | Switch listening only off, or do not send.
            protocol-not-on-port | A connection uses a port that does not speak its protocol. | Choose one of the ports that the message names.
            licence-missing | Something is used that the device is not licensed for. | Order the licence and list it, or take out what needs it.
            hardware-differs | Modules, firmware or hardware revision are not what the ordering code, the other values or the device itself say. | Correct the project or the device, or take over what the device has. | take-as-built
            module-not-fitting | A module does not exist, or does not fit its slot or the device. | Choose a module and a slot that the message names.
            order-code-wrong | An ordering code has letters that do not exist or do not go together. | Copy it from the plate again.
            channel-cannot-carry | A channel is to carry what its hardware cannot. | Choose what the message names, or another channel.
            sub-bus-over-limit | A bus below the device has more members, or more load, than it bears. | Take members out, or feed some from elsewhere.
            bus-settings-differ | Members of one bus differ in bit rate or framing, so they cannot hear each other. | Give all members of the bus the same.
            clock-owners | Two parties set the clock of a device, or the one that is to set it does not. | Name exactly one.
            twins-differ | The two devices of a redundant pair differ in more than their identity. | Make them alike, or take the twin out. | set
            same-input-twice | One input or output is there for two things that exclude each other. | Take another one for one of the two.
            dial-only-device | A download is planned to a device that can be set by its dials and switches only. | Print the sheet and set it by hand. | selectors
            rule-broken | A rule of the device type does not hold. | Mend it as the message says; the type's documentation shows the rule. | explain
            signal-not-reported | A mapped signal is in no dataset of a report control block; it can only be polled. | Add it to a dataset in the relay's file, or leave it out.
            goose-unsubscribed | A relay sends a GOOSE message that no relay of the project takes. | Subscribe to it, remove it, or mute the finding with the reason.
            nobody-polls | A relay was imported, but no device of the project asks it for anything. | Connect a device to it. | connect
            peer-address-differs | A connection asks a relay at an address that the relay's file does not give it. | Give the connection the address of the file, or import the file that the relay really runs.
            name-not-allowed | A name of an SCL file is longer, or has other characters, than its edition of the standard allows. | Shorten it to letters, digits and underscores within the length that the message names.
            object-missing | A logical node type lacks data objects that the standard asks of its class. | Ask the maker; what rests on these objects will not work.
            instance-unknown | A logical node gives a value or description for data that its type does not have. | Take it out, or correct the name; it has no effect.
            value-not-of-type | A value of an SCL file does not fit its basic type or enumeration. | Correct the value in the tool that made the file.
            group-out-of-range | A value is for a setting group that the logical device does not have. | Correct the group, or raise the number of groups.
            not-in-standard | A functional constraint, basic type or service is none that the standard knows. | Correct it in the tool that made the file; signals of it cannot be mapped.
            service-limit-exceeded | An IED has more control blocks or datasets than it says it can hold. | Take some out, or ask the maker for the true limit.
            report-clients-exceeded | More clients are kept for a report control block than it has instances. | Raise the number of instances, or take a client out.
            duplicate-report-id | Two report control blocks of an IED have the same identifier, so a client cannot tell their reports apart. | Give one of them another identifier.
            integrity-not-triggered | A report control block has an integrity period but is not triggered by it, so no such report is sent. | Set the trigger 'period', or the period to 0.
            block-without-address | A GOOSE or sampled-value control block has no address in the network section, so it cannot send. | Give it an address under the IED's connected access point.
            address-without-block | The network section has an address for a control block that does not exist. | Correct logical device and block, or take the address out.
            goose-times | The shortest time between repetitions of a GOOSE message is above the longest. | Exchange the two, or correct one.
            duplicate-stream-id | Two sampled-value streams have the same identifier. | Give one of them another identifier.
            receiver-missing | A control block names a receiver or client that is not in the file. | Correct the name, or take it out.
            sender-absent | A relay takes data from an IED that is not there, so whether it gets them cannot be checked. | Import the file of the sender, or correct the input.
            place-node-missing | The site section names a logical node that is not in the file. | Correct the node, or leave it without IED until one is chosen.
            terminal-unconnected | A terminal leads to a connectivity node that is not in the file. | Correct the path of the connectivity node.
            file-kind-differs | A file's name says another kind of SCL file than its content is. | Rename the file, or ask for the right one.
            revision-not-raised | A dataset changed, but the revision of a control block that sends it did not: receivers will misread it. | Raise the revision in the tool that made the file, and give every receiver the new file.
            signal-without-place | The site's structure is known, but not where in it a mapped signal belongs. | Add its logical node to a bay in the substation section, or give the place in the mapping table.
            point-disabled | A signal is mapped but switched off. Commands arrive switched off and are switched on knowingly. | Switch it on, or remove the row. | enable
            advice-not-followed | What the maker advises for a device type is not followed. | Mend it as the message says, or mute it with the reason.
            unused-service-open | A service is open that no connection of the device uses. | Switch it off, or make the connection.
            channel-unmapped | A channel is neither used nor marked as unused on purpose; it may have been forgotten. | Use it, or say that it is unused.
            alarm-without-recipient | An alarm is told to nobody. | Name a recipient, or mute the finding with the reason.
            recipient-without-alarm | A recipient is told of nothing. | Give it an alarm, or take it out.
            text-too-long | A text is longer than one message or one line of the display holds. | Shorten it.
            hold-longer-than-pulse | An input must be stable for longer than its pulses last, so they are never seen. | Shorten the hold time.
            recorder-full-before-visit | The store of a recorder is full before somebody comes to empty it. | Store less often, or fewer channels.
            record-length-does-not-fit | The memory does not hold as many records of that length as wished. | Keep fewer records, or shorter ones, or sample slower.
            groups-identical | Two setting groups hold the same values, so switching between them does nothing. | Set what is to differ, or take one out.
            alarms-but-does-not-trip | A function that is vital for the plant only alarms. | Let it trip, or mute the finding with the reason.
            supervision-off | A supervision of the measurement is off, so a mistake in it goes unseen. | Switch it on.
            mean-limit-order | The limit of the short-term mean is below that of the long one. | Exchange the two, or correct one.
            latch-without-reset | Something stays until it is reset, but nothing resets it. | Name what resets it, or let it follow its signal.
            drives-nothing | A function, input or output is set up, but nothing follows from it. | Assign it, or take it out.
            selector-stands-wrong | A setting was changed after its dial or switch was confirmed at another position. | Set the dial or switch, and tick it again.
            selector-sheet-not-ticked | Dials or switches must agree with the settings, and nobody has confirmed that they do. | Set them by the sheet, and tick it. | selectors
            fixed-offset-without-daylight-saving | The time zone is a fixed offset, so the clock does not follow daylight saving. | Name the zone by its place, such as Europe/Oslo.
            marked-but-policy-off | Settings are marked to go out, but the device's policy sends nothing. | Change the policy, or take the mark away.
            equals-example | A device still has all values of a prepared example. | Look through the values, and set those of this plant.
            frequency-differs | Devices of one site are set to different rated frequencies. | Correct the odd one.
            region-differs | A device is set to another region than the site lies in. | Set the region of the site.
            clear-text-service | A service is open that sends in clear text or that others could misuse. | Switch it off where it is not needed.
            no-backup-clock | The device has no second source of time for when the first one fails. | Set clock.backup.
            default-password | The device still takes the password that it left the factory with. | Change the password on the device, then connect again.
            capacity-near-limit | More than nine tenths of what the device can hold is used. | Plan for a second device, or leave out what is not needed.
            edited-after-sign-off | The device was signed off, and its configuration has changed since. | Download, check, and sign off again.
            restart-needed | A download changes settings that make the device restart; its functions pause meanwhile. | Choose a time at which the device may be out of service.
            sign-off-lost | A download changes what was signed off; the sign-off no longer holds. | Check the device after the download, and sign off again.
            input-not-bound | A relay has an input that is prepared but takes no data yet. | Bind it in the station's engineering tool when the function is wanted.
            type-unused | A type is defined that nothing in the file uses. | Nothing need be done; the file could be smaller.
            name-shortened | A signal's name was shortened to what the device can hold. | Give a better short name in the mapping table, if there is one.
            place-inferred | The place of a mapped signal was inferred from other nodes of its IED, for the site section does not name its own. | Check that it belongs there, and give the place in the site section or in the mapping table.
            left-at-default | Settings of the device are at their defaults; nobody has confirmed them. | Look through them. | show
            value-not-used | A value is given for a setting that does not apply, so nothing follows from it. | Take it out, or change what makes the setting idle.
            derived-value-given | A value is given for a setting that follows from others, so what is given could contradict them. | Take the value out; change what it follows from instead.
            result-does-not-fit | What a calculation can give, from the ranges of its sources, is more than its destination can hold. | Use a wider type, limit the value, or change what it follows from.
            program-wrong | A program is not Structured Text as Urvant reads it, or uses what the device does not have, so it cannot run. | Correct it at the line and column named; docs/structured-text.md says what can be written.
            logic-not-possible | A device of this type runs no programs, or not so many or so long ones. | Take the programs out, or choose a type that can run them.
            breaker-signal-missing | A bay has more breakers than its devices have signals for: one has no trip, no close command, or no position. | Say with the channel's settings serves and breaker what it is for, or correct the number of the bay's breakers.
            rating-differs | A device gives another rating than the plates of the equipment that it protects. | Find out who is right, then settle it by the bay or by the device. | settle
            display-value-missing | A page or line of a local display shows no value. | Name the channels that it is to show, or take it out.
            display-label-missing | A page or line of a local display has no label, so nobody knows what it shows. | Give it a label.
            divisor-can-be-zero | A divisor can be zero within the range of its sources; the result has no value then. | Test the divisor first, or limit it.
            output-driven-twice | An output is given values in two places, and only the last one counts. | Let one place do it, joined with AND, OR or IF.
            block-input-open | A function block is never called, or an input that it cannot do without is not connected. | Connect the input, or take the block out.
            output-never-set | A program declares an output and never gives it a value. | Give it a value, or take it out.
            module-unused | A module is fitted, but none of its channels is used. | Use it, or leave it out.
            same-colour | Two channels are drawn in the same colour. | Choose another colour for one.
            origin-unknown | Nothing says where a device in the project came from. | Add 'origin' to its file.
            read-back-gap | Some values cannot be read back from the device, so a comparison does not cover them. | Check them on the device itself.
            """;

    private static final Map<Rule, RuleText> BY_RULE = new EnumMap<>(Rule.class);

    static {
        for (String line : TEXTS.split("\n")) {
            String[] parts = line.split(" \\| ", 4);
            Step[] steps = parts.length == 4
                    ? new Step[] {Step.of(Word.find(Step.Action.class, parts[3]).orElseThrow())}
                    : new Step[0];
            BY_RULE.put(Rule.byId(parts[0]).orElseThrow(), new RuleText(parts[1], Remedy.of(parts[2], steps)));
        }
    }

    static RuleText of(Rule rule) {
        return BY_RULE.get(rule);
    }
}
