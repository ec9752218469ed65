// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/single_points.h"

#include <random>
#include <set>

#include "core/plan/net.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::power;
using namespace sokudo::testing;

namespace {

match::Reports judged(const plan::Plan& plan) { return match::judgeAll(plan, knowledge()); }

const SinglePoint* pointAt(const std::vector<SinglePoint>& points, const plan::Plan& plan, const char* name)
{
    for (const SinglePoint& one : points) {
        if (one.what.kind == "device" && plan.devices.find({one.what.id})->name == name) return &one;
        if (one.what.kind == "run" && plan.runs.find({one.what.id})->label == name) return &one;
    }
    return nullptr;
}

QStringList names(const plan::Plan& plan, const std::vector<plan::DeviceId>& devices)
{
    QStringList all;
    for (plan::DeviceId id : devices) all << toQt(plan.devices.find(id)->name);
    all.sort();
    return all;
}

/// gate - core - spread - pc, ap; vault at core; ap is fed by spread.
const char* const kChain =
    "add place a\nadd router gate in a: 2x rj45\nadd switch core in a: 8x rj45\n"
    "add switch spread in a: 8x rj45\nadd storage vault in a: rj45\nadd computer pc in a: rj45\n"
    "add access point ap in a, fed=spread: rj45\n"
    "add run gate 1 - core 1, cat6a 2m label=up\nadd run core 2 - spread 1, cat6a 9m label=trunk\n"
    "add run core 3 - vault, cat6a 2m label=v\nadd run spread 2 - pc, cat6a 9m label=p\n"
    "add run spread 3 - ap, cat6a 9m label=w\n";

/// The same by removing each thing and searching again: the slow way that cannot be wrong.
class Naive {
public:
    Naive(const plan::Plan& plan, const match::Reports& reports) : m_plan(plan)
    {
        reports.each([&](const match::ReportPtr& report) {
            const plan::Device *a = plan::deviceOf(plan, report->link.a), *b = plan::deviceOf(plan, report->link.b);
            if (report->verdict != Verdict::NoLink && a && b && a != b)
                m_links.push_back({a->id, b->id, report->link.id(), report->link});
        });
    }
    std::vector<plan::DeviceId> lost(const plan::Subject& what, Goal goal) const
    {
        std::vector<plan::DeviceId> result = lostAlone(what, goal);
        if (goal != Goal::Internet) return result;
        // Without a gateway there is no way to the internet.
        const auto reachedBefore = reached(goal, {}, {});
        for (plan::DeviceId id : lostAlone(what, Goal::Gateway))
            if (reachedBefore.contains(id) && std::find(result.begin(), result.end(), id) == result.end())
                result.push_back(id);
        return result;
    }
    std::vector<plan::Subject> things() const
    {
        std::vector<plan::Subject> all;
        for (const plan::Device& device : m_plan.devices) all.push_back({"device", device.id.value});
        for (const Link& link : m_links) all.push_back({"run", link.run.value});
        for (const plan::Outlet& outlet : m_plan.outlets) all.push_back({"outlet", outlet.id.value});
        for (const plan::Circuit& circuit : m_plan.circuits) all.push_back({"circuit", circuit.id.value});
        return all;
    }

private:
    struct Link {
        plan::DeviceId a, b;
        plan::RunId run;
        plan::Link whole;
    };
    std::vector<plan::DeviceId> lostAlone(const plan::Subject& what, Goal goal) const
    {
        std::set<plan::DeviceId> unpowered;
        if (what.kind == "device") unpowered.insert({what.id});
        for (bool grew = true; grew;) {
            grew = false;
            for (const plan::Device& device : m_plan.devices)
                if (!device.supplies.empty() &&
                    std::all_of(device.supplies.begin(), device.supplies.end(),
                                [&](const plan::Supply& supply) { return isDead(device, supply, what, unpowered); }))
                    grew = unpowered.insert(device.id).second || grew;
        }
        const plan::RunId gone{what.kind == "run" ? what.id : 0};
        const auto before = reached(goal, {}, {}), after = reached(goal, unpowered, gone);
        std::vector<plan::DeviceId> result;
        for (plan::DeviceId id : before)
            if (!after.contains(id) && isEndPoint(m_plan.devices.find(id)->role) &&
                !(what.kind == "device" && what.id == id.value))
                result.push_back(id);
        return result;
    }
    bool isDead(const plan::Device& device, const plan::Supply& supply, const plan::Subject& what,
                const std::set<plan::DeviceId>& unpowered) const
    {
        if (const plan::Outlet* outlet = m_plan.outlets.find(supply.outlet))
            return what == plan::Subject{"outlet", outlet->id.value} ||
                   what == plan::Subject{"circuit", outlet->circuit.value};
        if (unpowered.contains(supply.from)) return true;
        // A cable that is gone takes its power along, unless another one joins the two as well.
        int between = 0;
        bool isIt = false;
        for (const Link& link : m_links) {
            const bool joins =
                (link.a == device.id && link.b == supply.from) || (link.b == device.id && link.a == supply.from);
            between += joins;
            isIt = isIt || (joins && what == plan::Subject{"run", link.run.value});
        }
        return isIt && between == 1;
    }
    /// By the ways that traffic takes on paths, one question for each device.
    std::set<plan::DeviceId> reached(Goal goal, const std::set<plan::DeviceId>& dark, plan::RunId gone) const
    {
        std::vector<plan::Link> left;
        for (const Link& link : m_links)
            if (link.run != gone && !dark.contains(link.a) && !dark.contains(link.b)) left.push_back(link.whole);
        const plan::Net net(m_plan, left, [](const plan::Link&) { return std::optional<BitRate>(); });
        std::set<plan::DeviceId> seen;
        for (plan::DeviceId from : goalDevices(m_plan, goal)) {
            if (dark.contains(from)) continue;
            seen.insert(from);
            for (const plan::Device& to : m_plan.devices)
                if (net.way(from, to.id)) seen.insert(to.id);
        }
        return seen;
    }
    const plan::Plan& m_plan;
    std::vector<Link> m_links;
};

/// A house of so many devices with cables and feeds by chance.
plan::Plan byChance(unsigned number)
{
    std::mt19937 chance(number);
    const auto upTo = [&](int most) { return static_cast<int>(chance() % static_cast<unsigned>(most)); };
    static const char* const kRoles[] = {"switch", "switch", "computer", "router", "storage", "access point", "camera"};
    const int devices = 3 + upTo(9);
    std::string lines = "add place a\nadd circuit k\nadd outlet o0 in a, circuit=k\nadd outlet o1 in a\n";
    std::vector<int> used(static_cast<std::size_t>(devices));
    for (int i = 0; i < devices; ++i) {
        lines += std::string("add ") + kRoles[upTo(7)] + " d" + std::to_string(i) + " in a";
        const std::string outlet = "outlet o" + std::to_string(upTo(2));
        const std::string feeder = "d" + std::to_string(upTo(std::max(1, i)));
        const int how = upTo(6);
        if (how == 0) lines += ", fed=\"" + outlet + "\"";
        else if (i > 0 && how == 1) lines += ", fed=" + feeder;
        else if (i > 0 && how == 2) lines += ", fed=\"" + feeder + " + " + outlet + "\"";
        lines += ": 12x rj45\n";
    }
    // Every other house has networks: some ports are in one, some pass both with tags.
    const bool hasNetworks = number % 2 == 1;
    if (hasNetworks) lines += "add network n1, tag=10\nadd network n2, tag=20\n";
    const auto state = [&](int device, int port) {
        static const char* const kSays[] = {"untagged=n1", "untagged=n2", "tagged=n1+n2", "untagged=n1 tagged=n2"};
        if (hasNetworks && upTo(3) > 0)
            lines += "set d" + std::to_string(device) + " " + std::to_string(port) + " " + kSays[upTo(4)] + "\n";
    };
    for (int cable = upTo(2 * devices); cable >= 0; --cable) {
        const int a = upTo(devices), b = upTo(devices);
        int &atA = used[static_cast<std::size_t>(a)], &atB = used[static_cast<std::size_t>(b)];
        if (a == b || atA == 12 || atB == 12) continue;
        lines += "add run d" + std::to_string(a) + " " + std::to_string(++atA) + " - d" + std::to_string(b) + " " +
                 std::to_string(++atB) + ", cat6a 5m\n";
        state(a, atA);
        state(b, atB);
    }
    return houseOf(lines);
}

}  // namespace

class SinglePointsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aChain()
    {
        const plan::Plan plan = houseOf(kChain);
        const auto points = singlePoints(plan, judged(plan), knowledge());
        const SinglePoint* spread = pointAt(points, plan, "spread");
        QVERIFY(spread);
        QCOMPARE(names(plan, spread->cut[0]), (QStringList{"ap", "pc"}));
        QCOMPARE(names(plan, spread->unpowered), QStringList{"ap"});
        const SinglePoint* core = pointAt(points, plan, "core");
        QCOMPARE(names(plan, core->cut[0]), (QStringList{"ap", "pc", "vault"}));
        QCOMPARE(names(plan, core->cut[1]), (QStringList{"ap", "pc"}));  // the store does not lose itself
        QCOMPARE(names(plan, pointAt(points, plan, "w")->cut[0]), QStringList{"ap"});
        QCOMPARE(names(plan, pointAt(points, plan, "trunk")->cut[0]), (QStringList{"ap", "pc"}));
        QVERIFY(!pointAt(points, plan, "ap"));  // nobody hangs on it
        // The gravest first; without a terminal the internet is behind the gateway.
        for (std::size_t i = 1; i < points.size(); ++i) QVERIFY(points[i - 1].cutOff() >= points[i].cutOff());
        QCOMPARE(core->cut[2], core->cut[0]);
    }
    void aSecondCableAndASecondWay()
    {
        const plan::Plan twice = houseOf("add run core 4 - spread 4, cat6a 9m label=trunk2", houseOf(kChain));
        const auto points = singlePoints(twice, judged(twice), knowledge());
        QVERIFY(!pointAt(points, twice, "trunk") && !pointAt(points, twice, "trunk2"));
        QVERIFY(pointAt(points, twice, "spread"));
        // One that does not come up is no way.
        const plan::Plan dead = houseOf("add run core 4 - spread 4, cat6a 300m label=trunk2", houseOf(kChain));
        QVERIFY(pointAt(singlePoints(dead, judged(dead), knowledge()), dead, "trunk"));
        // A second way round the middle keeps all but what the middle feeds.
        const plan::Plan round = houseOf("add run gate 2 - spread 5, cat6a 9m label=round", houseOf(kChain));
        const auto less = singlePoints(round, judged(round), knowledge());
        QVERIFY(!pointAt(less, round, "trunk") && !pointAt(less, round, "up"));
        QCOMPARE(names(round, pointAt(less, round, "core")->cut[0]), QStringList{"vault"});
    }
    void twoGatewaysAreAsGoodAsOne()
    {
        const plan::Plan plan =
            houseOf("add router gate2 in a: rj45\nadd run gate2 - spread 6, cat6a 2m label=up2", houseOf(kChain));
        const auto points = singlePoints(plan, judged(plan), knowledge());
        QVERIFY(!pointAt(points, plan, "gate") && !pointAt(points, plan, "up"));
        QCOMPARE(names(plan, pointAt(points, plan, "core")->cut[0]), QStringList{"vault"});
    }
    void nothingAtAll()
    {
        QVERIFY(singlePoints({}, {}, knowledge()).empty());
        const plan::Plan alone = houseOf("add place a\nadd computer pc in a: rj45");
        QVERIFY(singlePoints(alone, judged(alone), knowledge()).empty());
    }
    /// A store and a computer on two switches each carry nothing for others.
    void hostsDoNotCarryTheTrafficOfOthers()
    {
        const plan::Plan plan = houseOf(
            "add place a\nadd router gate in a: 4x rj45\nadd switch s1 in a: 8x rj45\nadd switch s2 in a: 8x rj45\n"
            "add computer twin in a: 2x rj45\nadd computer pc in a: rj45\nadd run gate 1 - s1 1, cat6a 2m\n"
            "add run gate 2 - s2 1, cat6a 2m label=up2\nadd run s1 2 - twin 1, cat6a 2m\n"
            "add run s2 2 - twin 2, cat6a 2m\nadd run s2 3 - pc, cat6a 2m\n");
        const auto points = singlePoints(plan, judged(plan), knowledge());
        // The computer with two cables is no way round for the one behind s2, and loses nothing with either switch.
        QVERIFY(pointAt(points, plan, "up2"));
        QCOMPARE(names(plan, pointAt(points, plan, "up2")->cut[0]), QStringList{"pc"});
        QVERIFY(!pointAt(points, plan, "s1"));
        QCOMPARE(names(plan, pointAt(points, plan, "gate")->cut[0]), (QStringList{"pc", "twin"}));
    }
    /// 120 houses by chance, half of them with networks: the same as removing each thing and asking for paths again.
    void theSlowWaySaysTheSame()
    {
        for (unsigned number = 0; number < 120; ++number) {
            const plan::Plan plan = byChance(number);
            const auto reports = judged(plan);
            const auto points = singlePoints(plan, reports, knowledge());
            const Naive naive(plan, reports);
            std::size_t expected = 0;
            for (const plan::Subject& what : naive.things()) {
                const auto found = std::find_if(points.begin(), points.end(),
                                                [&](const SinglePoint& one) { return one.what == what; });
                bool isAny = false;
                for (Goal goal : kGoals) {
                    const auto lost = naive.lost(what, goal);
                    isAny = isAny || !lost.empty();
                    const std::vector<plan::DeviceId> none;
                    const auto& got = found == points.end() ? none : found->cut[static_cast<std::size_t>(goal)];
                    QVERIFY2(names(plan, got) == names(plan, lost),
                             qPrintable(QString("house %1, %2 %3, %4: %5 instead of %6")
                                            .arg(number)
                                            .arg(toQt(what.kind))
                                            .arg(what.id)
                                            .arg(toQt(std::string(word(goal))), names(plan, got).join(" "),
                                                 names(plan, lost).join(" "))));
                }
                expected += isAny ? 1 : 0;
            }
            QCOMPARE(points.size(), expected);
        }
    }
};

SOKUDO_TEST(SinglePointsTest)
#include "single_points_test.moc"
