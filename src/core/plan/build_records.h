// SPDX-License-Identifier: GPL-3.0-or-later
// What building leaves behind: people and their hours, ticked steps, permissions, instruments, test results, settings,
// and the day of a cut-over.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/id.h"
#include "core/base/quantity.h"

namespace sokudo::plan {

using PlaceId = Id<struct PlaceTag>;
using DeviceId = Id<struct DeviceTag>;
using RunId = Id<struct RunTag>;
using NetworkId = Id<struct NetworkTag>;
using PhotoId = Id<struct PhotoTag>;
using PersonId = Id<struct PersonTag>;
using TickId = Id<struct TickTag>;
using PermitId = Id<struct PermitTag>;
using InstrumentId = Id<struct InstrumentTag>;
using CableTestId = Id<struct CableTestTag>;
using PortProfileId = Id<struct PortProfileTag>;
using SettingChangeId = Id<struct SettingChangeTag>;
using CutOverId = Id<struct CutOverTag>;
using DayMarkId = Id<struct DayMarkTag>;
using ColumnMapId = Id<struct ColumnMapTag>;

/// Who builds.
struct Person {
    PersonId id;
    std::string name;   ///< "you"
    std::string hours;  ///< "tue 2h, sat 4h": free on these days of the week
    std::string trade;  ///< "electrician"; empty: none
    std::string note;
    friend bool operator==(const Person&, const Person&) = default;
};

/// A step of a job that is done, or a whole job.
struct Tick {
    TickId id;
    std::string job;               ///< key of the job: "pull:run:12"
    int step = 0;                  ///< from 1; 0: the whole job
    std::string title;             ///< of the job, as it was called then
    std::optional<Duration> took;  ///< as measured or told
    std::string on;                ///< ISO 8601 date
    PersonId person;               ///< unset: not said
    std::string note;
    std::optional<Duration> planned;  ///< of the whole job, as estimated then
    friend bool operator==(const Tick&, const Tick&) = default;
};

enum class PermitKind { Consent, Licensed, BetweenBuildings };
std::string_view code(PermitKind);
std::optional<PermitKind> permitKindFromCode(std::string_view);

/// A yes, or a licensed trade that does it: what a job waited for.
struct Permit {
    PermitId id;
    std::string name;  ///< "drill the lime wall"
    PermitKind kind = PermitKind::Consent;
    PlaceId place;    ///< where it holds; unset: by the job
    std::string job;  ///< key of the job it is for; empty: any in the place
    std::string by;   ///< who said yes, or the trade that does it: "the owner", "licensed electrician"
    std::string on;   ///< ISO 8601 date
    std::string note;
    friend bool operator==(const Permit&, const Permit&) = default;
};

/// A tester at hand.
struct Instrument {
    InstrumentId id;
    std::string name;            ///< "tester from the tool library"
    std::string grade;           ///< id in instruments.csv
    std::string battery;         ///< "full", "40 %", "low"
    std::string calibrated;      ///< ISO 8601 date of the last calibration
    std::string calibrationDue;  ///< ISO 8601 date; empty: not known
    std::string lentFrom;        ///< empty: own
    std::string due;             ///< to be given back
    std::string note;
    friend bool operator==(const Instrument&, const Instrument&) = default;
};

/// When a cable was tested.
enum class TestStage { Floor, BeforeWall, AfterPlates, HandOver, AfterSwap, Again };
std::string_view code(TestStage);
std::optional<TestStage> testStageFromCode(std::string_view);
enum class TestedAs { NotSaid, Channel, PermanentLink, CableOnly };
std::string_view code(TestedAs);
std::optional<TestedAs> testedAsFromCode(std::string_view);
enum class TestOutcome { NotJudged, Passed, Narrowly, Failed };
std::string_view code(TestOutcome);
std::optional<TestOutcome> testOutcomeFromCode(std::string_view);

/// One result of a test of one run.
struct CableTest {
    CableTestId id;
    std::string name;  ///< "Q2 2026-11-28", or as the instrument called it
    RunId run;
    std::string on;  ///< ISO 8601 date
    TestStage stage = TestStage::BeforeWall;
    std::string grade;        ///< id in instruments.csv: what was tested
    InstrumentId instrument;  ///< unset: not said
    std::string limit;        ///< what it was held against: "cat6a", "10g"
    TestedAs part = TestedAs::NotSaid;
    TestOutcome outcome = TestOutcome::NotJudged;
    std::string wireMap;  ///< "1-1 2-2 3-6 …"
    std::optional<Length> length;
    std::string worst;              ///< pair and figure of the least margin: "NEXT 36-45"
    std::optional<Decibel> margin;  ///< of that; below 0 where it fails
    std::optional<Ohm> loop;        ///< of the worst pair, out and back
    std::optional<Decibel> loss;    ///< of a fibre or a coaxial cable
    std::optional<BitRate> rate;    ///< of the link in a live-link run
    std::optional<Duration> ran;    ///< of the run
    int errors = 0;                 ///< frames lost or damaged in it
    std::string by;                 ///< who made the cable: the installer
    PhotoId photo;
    std::string note;
    friend bool operator==(const CableTest&, const CableTest&) = default;
};

/// Settings of a port under one name. Empty fields say nothing about a port.
struct PortProfile {
    PortProfileId id;
    std::string name;  ///< "access point"
    NetworkId untagged;
    std::vector<NetworkId> tagged;
    std::optional<BitRate> forced;
    std::optional<int> mtu;        ///< bytes, 576 to 16 000
    std::optional<int> priority;   ///< IEEE 802.1Q, 0 to 7
    std::optional<BitRate> limit;  ///< rate limit, either way
    bool isQuerier = false;        ///< the multicast querier, or the way to it, is here
    std::string note;
    friend bool operator==(const PortProfile&, const PortProfile&) = default;
};

/// Something set otherwise than it came from the factory.
struct SettingChange {
    SettingChangeId id;
    DeviceId device;
    std::string name;     ///< "flow control of port 3"
    std::string factory;  ///< what it was
    std::string now;
    std::string why;
    std::string on;  ///< ISO 8601 date
    friend bool operator==(const SettingChange&, const SettingChange&) = default;
};

/// The day on which one switch takes over from another.
struct CutOver {
    CutOverId id;
    std::string name;  ///< "core to core-new"
    DeviceId from, to;
    std::string on;            ///< ISO 8601 date
    std::string begins;        ///< "18:00", local time
    std::string until;         ///< "22:30": by then all must work; after midnight where it is before the beginning
    int reserve = 25;          ///< percent of the planned time kept in reserve, 0 to 200
    std::string appointments;  ///< fixed: "19:30 20min call; 21:00 10min backup"
    std::string removed;       ///< where the old unit goes: spare, backup path, sell
    std::string note;
    friend bool operator==(const CutOver&, const CutOver&) = default;
};

/// When a step of a cut-over was begun and done.
struct DayMark {
    DayMarkId id;
    CutOverId cutOver;
    std::string step;                      ///< key of the step: "move:12"
    std::optional<Duration> begun, ended;  ///< after the window begins; below 0: before it
    std::string value;                     ///< of an acceptance test: what was measured
    std::string note;
    friend bool operator==(const DayMark&, const DayMark&) = default;
};

/// Which column of a tester's table holds what; kept for the next import.
struct ColumnMap {
    ColumnMapId id;
    std::string name;     ///< "export of the lent tester"
    std::string columns;  ///< "run=Cable ID; length=Length (ft) in ft; outcome=Result"
    friend bool operator==(const ColumnMap&, const ColumnMap&) = default;
};

}  // namespace sokudo::plan
