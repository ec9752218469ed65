// SPDX-License-Identifier: GPL-3.0-or-later
// Dated snapshots and variants: keep, compare in words and drawn, go back.
#pragma once

#include <QWidget>

#include "app/presenters/versions_presenter.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QVBoxLayout;

namespace sokudo::ui {

class HouseView;

class VersionsPane final : public QWidget {
    Q_OBJECT
public:
    explicit VersionsPane(app::VersionsPresenter&, QWidget* parent = nullptr);
    HouseView& house() { return *m_house; }

Q_SIGNALS:
    void chosen(const sokudo::plan::Subject&);

protected:
    void showEvent(QShowEvent*) override;

private:
    void refresh();
    QWidget* list();
    QWidget* comparison();
    void fillList();
    void fillBox(QComboBox*, store::VersionId);
    app::VersionsPresenter& m_presenter;
    QVBoxLayout* m_list;
    QVBoxLayout* m_changes;
    QLineEdit* m_name;
    QComboBox *m_kind, *m_before, *m_after;
    QLabel* m_sentence;
    HouseView* m_house;
};

}  // namespace sokudo::ui
