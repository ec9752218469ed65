// SPDX-License-Identifier: GPL-3.0-or-later
// What the survey keeps beside the things that carry data: kinds at the left, a table of one kind, its form at the
// right.
#pragma once

#include <QWidget>

#include "app/presenters/records_presenter.h"
#include "app/selection.h"

class QLabel;
class QPushButton;
class QScrollArea;

namespace sokudo::ui {

class TablesPane;

class RecordsPane final : public QWidget {
    Q_OBJECT
public:
    RecordsPane(app::Document&, app::Selection&, QWidget* parent = nullptr);
    void show(const plan::Kind&);
    /// Shows a record with its form.
    void show(const plan::Subject&);
    void add();
    /// Adds pictures from files, about what is selected in the house.
    void addPictures(const QStringList& files) { m_presenter.addPictures(files, selected()); }
    app::RecordsPresenter& presenter() { return m_presenter; }
    TablesPane& tables() { return *m_table; }

protected:
    void dragEnterEvent(QDragEnterEvent*) override;
    void dropEvent(QDropEvent*) override;
    void resizeEvent(QResizeEvent*) override;

private:
    QWidget* kinds();
    QWidget* head();
    void refresh();
    void showForm(const plan::Subject&, const editline::RecordValues& first);
    void showHint();
    void choosePicture();
    std::optional<plan::Subject> selected() const;
    app::RecordsPresenter m_presenter;
    app::TablesPresenter m_rows;
    app::Selection& m_selection;
    const plan::Kind* m_kind = app::RecordsPresenter::kinds().front();
    TablesPane* m_table;
    QList<QPushButton*> m_kinds;
    QLabel* m_title;
    QLabel* m_purpose;
    QPushButton* m_picture;
    QWidget* m_panel;
    QScrollArea* m_side;
};

}  // namespace sokudo::ui
