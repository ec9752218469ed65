// SPDX-License-Identifier: GPL-3.0-or-later
// A desk with the real window over it, and what a person sees in it.
#pragma once

#include <QLabel>
#include <QPushButton>

#include "desk.h"
#include "ui/shell/main_window.h"

namespace sokudo::testing {

/// The machine of an agent at 10.20.0.9, for whoever has the key.
class StandInAgent final : public measure::HostReader {
public:
    explicit StandInAgent(std::string key) : m_key(std::move(key)) {}
    Result<measure::HostSnapshot> read() override
    {
        if (m_key != "abcdefgh-12345678") return failure(ErrorCode::NotAllowed, "the agent has another pairing key");
        measure::HostSnapshot host;
        host.name = "far";
        host.cores = 6;
        host.interfaces.push_back({});
        host.interfaces.back().name = "enp1s0";
        host.interfaces.back().portKind = "twisted pair";
        host.interfaces.back().speed = measure::Reading<BitRate>::of(gigabits(10));
        return host;
    }

private:
    std::string m_key;
};

struct WindowDesk : Desk {
    std::unique_ptr<ui::MainWindow> window;
    explicit WindowDesk(bool demo = true) : Desk(demo) { open(); }
    explicit WindowDesk(const store::Project& project) : Desk(project) { open(); }
    void open()
    {
        window = std::make_unique<ui::MainWindow>(
            *document, ui::World{traffic,
                                 shippedHosts(),
                                 [] {
                                     return Result<ui::LocalAgent>(ui::LocalAgent{7411, "abcdefgh12345678"});
                                 },
                                 shippedNeighbours(),
                                 [](const std::string& address,
                                    const std::string& key) -> Result<std::unique_ptr<measure::HostReader>> {
                                     if (address != "10.20.0.9")
                                         return failure(ErrorCode::Unreachable, "nobody answers there", address);
                                     return std::make_unique<StandInAgent>(key);
                                 },
                                 {},
                                 {},
                                 shippedSwitches(),
                                 {"core"}});
        window->resize(1280, 800);
        window->show();
        QVERIFY(QTest::qWaitForWindowExposed(window.get()));
    }
    /// The visible button with this text; null: there is none.
    QPushButton* button(const QString& text) const
    {
        for (QPushButton* one : window->findChildren<QPushButton*>())
            if (one->text() == text && one->isVisible()) return one;
        return nullptr;
    }
    bool says(const QString& part) const
    {
        for (QLabel* one : window->findChildren<QLabel*>())
            if (one->isVisible() && one->text().contains(part)) return true;
        return false;
    }
    /// The visible widget of this accessible name.
    template <class Widget>
    Widget* named(const QString& name) const
    {
        for (Widget* one : window->findChildren<Widget*>())
            if (one->accessibleName() == name && one->isVisible()) return one;
        return nullptr;
    }
};

}  // namespace sokudo::testing
